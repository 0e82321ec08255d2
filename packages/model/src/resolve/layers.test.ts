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
  it('one that winds lies in six layers over its axis, and six under it, of as much of a turn each', () => {
    const { root, ends, heights } = layers(job(AXIS, strand()), 'strand')!;
    expect(root).toBe('loop');
    // It begins on top, in the middle of a stretch of two layers: the highest ones are gone through up and down.
    const down = [11, 9, 7, 5, 3, 1, -1, -3, -5, -7, -9, -11].map((part) => expect.closeTo(part / 12, 12));
    const turn = [...down, ...down.slice(0, -1).reverse()];
    expect([...heights.slice(0, 23)]).toEqual(turn);
    for (let i = 0; i < 11; i++) expect(ends[i] * 6).toBeCloseTo((i + 1) / 24, 2);
    // Over and under it for halves of a turn, exactly.
    expect(ends[5]).toBeCloseTo(1 / 24, 4);
    expect(ends[heights.findIndex((height, k) => k > 12 && height > 0) - 1]).toBeCloseTo(3 / 24, 4);
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
    for (const [i, height] of b.heights.entries()) expect(height).toBeCloseTo(-a.heights[i], 12);
  });

  it('round a closed axis it begins again as it ended', () => {
    const ring: JobPath = {
      ...{ kind: 'outline', id: 'loop', name: 'Ring' },
      data: 'M100 0A100 100 0 0 1 -100 0A100 100 0 0 1 100 0Z',
    };
    const { ends, heights } = layers(job(ring, strand({}, 4)), 'strand')!;
    expect(heights[0]).toBeCloseTo(11 / 12, 12);
    expect(heights.at(-1)).toBe(heights[0]);
    expect(ends.at(-1)).toBe(1);
    expect(heights.filter((height, i) => i > 0 && height * heights[i - 1] < 0).length).toBe(8);
  });

  it('what winds round a strand lies over and under that, wherever the strand lies', () => {
    const fine = strand({ id: 'fine', of: 'strand' }, 40);
    const on = job(AXIS, strand(), fine);
    const { root, heights } = layers(on, 'fine')!;
    expect(root).toBe('loop');
    const found = [...new Set(heights)].sort((a, b) => a - b);
    // Each layer of the strand has its own, which do not reach into the next.
    expect(found.length).toBeGreaterThan(100);
    const strands = layers(on, 'strand')!.heights;
    for (const height of found) {
      const near = strands.reduce((best, each) =>
        Math.abs(each - height) < Math.abs(best - height) ? each : best,
      );
      expect(Math.abs(height - near)).toBeLessThan(1 / 20);
    }
  });

  it('of one that winds very often only what is over its axis is told from what is under it', () => {
    const fine = strand({
      wound: { by: 'own', figure: 'round', radius: 1, depth: 4, turns: 200, hand: 'left' },
    });
    expect([...new Set(layers(job(AXIS, fine), 'strand')!.heights)].sort()).toEqual([-0.5, 0.5]);
  });

  it('seen along its axis nothing of it lies over the other', () => {
    const mast: JobPath = {
      ...{ kind: 'space', id: 'loop', name: 'Mast', closed: false },
      points: [0, 300].map((z) => ({ x: 0, y: 0, z, radius: 0, next: { kind: 'line' as const } })),
    };
    expect([...layers(job(mast, strand()), 'strand')!.heights]).toEqual([0]);
  });
});
