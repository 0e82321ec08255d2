import { describe, expect, it } from 'vitest';
import { parseJob } from '../job';
import type { Job, JobPath, WindingPath } from '../job/schema';
import { shapeJob } from '../starters';
import { layersOfRow, type RowLayers } from './layers';
import { measuredPath } from './path';

const AXIS: JobPath = { kind: 'outline', id: 'loop', name: 'Axis', data: 'M0 0H400' };
const strand = (change: Partial<WindingPath> = {}, turns = 6): WindingPath => ({
  ...{ kind: 'winding', id: 'strand', name: 'Strand', of: 'loop', phase: 0 },
  wound: { by: 'own', figure: 'round', radius: 8, depth: 4, turns, hand: 'right' },
  ...change,
});
const job = (...paths: JobPath[]): Job => {
  const base = shapeJob('Rope', 'circle');
  return parseJob({ ...base, paths, runs: [{ ...base.runs[0], path: paths[0].id }] });
};
const layers = (on: Job, path: string): RowLayers | null => {
  const laid = on.paths.find(({ id }) => id === path)!;
  return layersOfRow(on, { ...on.runs[0], path }, measuredPath(on, laid));
};

describe('what of a row lies over others', () => {
  it('one that winds is over its axis for half a turn, and under it for the next', () => {
    const { root, ends, heights } = layers(job(AXIS, strand()), 'strand')!;
    expect(root).toBe('loop');
    // It begins on top: a quarter of a turn, then halves, then the last quarter.
    expect([...heights]).toEqual(Array.from({ length: 13 }, (_, i) => (i % 2 === 0 ? 1 : -1)));
    for (const [i, end] of ends.entries()) expect(end).toBeCloseTo(Math.min(1, (2 * i + 1) / 24), 4);
  });

  it('the row on the axis lies on it; one on a path that nothing winds round has no layers', () => {
    const other: JobPath = { kind: 'outline', id: 'other', name: 'Other', data: 'M0 90H400' };
    const on = job(AXIS, strand(), other);
    expect(layers(on, 'loop')).toEqual({
      root: 'loop',
      ends: Float64Array.of(1),
      heights: Float64Array.of(0),
    });
    expect(layers(on, 'other')).toBeNull();
  });

  it('one like another, turned by half a turn, is over the axis where that is under it', () => {
    const on = job(
      AXIS,
      strand(),
      strand({ id: 'second', of: 'strand', phase: Math.PI, wound: { by: 'like' } }),
    );
    const [a, b] = ['strand', 'second'].map((id) => layers(on, id)!);
    expect(b.root).toBe('loop');
    expect([...b.heights]).toEqual([...a.heights].map((height) => 0 - height));
  });

  it('round a closed axis it begins again as it ended', () => {
    const ring: JobPath = {
      ...{ kind: 'outline', id: 'loop', name: 'Ring' },
      data: 'M100 0A100 100 0 0 1 -100 0A100 100 0 0 1 100 0Z',
    };
    const { ends, heights } = layers(job(ring, strand({}, 4)), 'strand')!;
    expect(heights.length).toBe(9);
    expect([heights[0], heights[8], ends[8]]).toEqual([1, 1, 1]);
  });

  it('what winds round a strand lies over and under that, wherever the strand lies', () => {
    const fine = strand({ id: 'fine', of: 'strand' }, 40);
    const { root, heights } = layers(job(AXIS, strand(), fine), 'fine')!;
    expect(root).toBe('loop');
    expect([...new Set(heights)].sort((a, b) => a - b)).toEqual([-1.25, -0.75, 0.75, 1.25]);
  });

  it('seen along its axis nothing of it lies over the other', () => {
    const mast: JobPath = {
      ...{ kind: 'space', id: 'loop', name: 'Mast', closed: false },
      points: [0, 300].map((z) => ({ x: 0, y: 0, z, radius: 0, next: { kind: 'line' as const } })),
    };
    expect([...layers(job(mast, strand()), 'strand')!.heights]).toEqual([0]);
  });
});
