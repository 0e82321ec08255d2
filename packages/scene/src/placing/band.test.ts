import {
  fitRow,
  measurePath,
  measureSection,
  parsePathData,
  PLAIN_LAY,
  ringsForTwist,
} from '@coin-relay/core';
import { measureMesh, sweepBand } from '@coin-relay/core/solid';
import {
  parseJob,
  plainBeltPieces,
  PLAIN_SET_OUT,
  PLAIN_SETTING,
  resolveRun,
  resolveSetOut,
  shapeJob,
  sweptPieces,
  type Job,
  type JobPiece,
  type Run,
  type Section,
} from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { bandDrawing, bandLines, bandRings, rowScene, type RowScene } from './index';

const PLAIN_FIT = { hold: 'path', rounding: 'nearest', multiple: 1, count: null } as const;
const RING = 'M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z';
const bar = (width: number, height: number): Section => ({
  ...{ by: 'stock', shape: 'rectangle', width, height, wall: 1 },
  mirrored: false,
});

/** A row of a piece on an outline, as it is drawn. */
function sceneOf(data: string, piece: JobPiece, change: Partial<Run> = {}): RowScene {
  const base = shapeJob('Band', 'circle');
  const job: Job = parseJob({
    ...base,
    paths: [{ kind: 'outline', id: 'loop', name: 'Line', data }],
    pieces: [piece],
    runs: [
      {
        ...base.runs[0],
        sequence: [piece.id],
        fit: PLAIN_FIT,
        ...change,
      },
    ],
  });
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return rowScene(fit, resolveSetOut(job, resolved.run, fit));
}
const swept = (section: Section, change: Partial<JobPiece> = {}): JobPiece =>
  ({ ...sweptPieces(section, 20).pieces[0], ...change }) as JobPiece;
const rimsOf = (scene: RowScene): number[] =>
  parsePathData(bandDrawing(scene)!.area).map((rim) => measurePath(rim).length);
const weigh = (scene: RowScene, tolerance = 0.005): ReturnType<typeof measureMesh>[] => {
  const rings = bandRings(scene.setOut.pieces[0], tolerance);
  return bandLines(scene, tolerance).map((line) =>
    measureMesh(sweepBand(line, ringsForTwist(line, rings, tolerance))),
  );
};

describe('a band in plan', () => {
  it('round a circle has circles for rims, as far off as its section reaches', () => {
    const [left, right] = rimsOf(sceneOf(RING, swept(bar(4, 10))));
    expect(left / (2 * Math.PI)).toBeCloseTo(48, 1);
    expect(right / (2 * Math.PI)).toBeCloseTo(52, 1);
  });

  it('has its inside where its path has it, whichever way that runs, and outside once it is flipped', () => {
    const angle: Section = { by: 'stock', shape: 'angle', width: 8, height: 6, wall: 1, mirrored: false };
    const back = 'M50 0A50 50 0 0 0 -50 0A50 50 0 0 0 50 0Z';
    const middle = (scene: RowScene): number => {
      const rings = bandRings(scene.setOut.pieces[0], 0.01);
      const { area } = measureSection(rings);
      // Pappus: its volume tells how far from the middle its centroid goes round.
      return weigh(scene)[0].volume / area / (2 * Math.PI) - 50;
    };
    const [inside, backwards] = [RING, back].map((data) => middle(sceneOf(data, swept(angle))));
    const { centroid } = measureSection(bandRings(swept(angle), 0.01));
    expect(inside).toBeCloseTo(-centroid.x, 2);
    expect(backwards).toBeCloseTo(-centroid.x, 2);
    const flipped = sceneOf(RING, swept(angle, { setting: { ...PLAIN_SETTING, flip: true } }));
    expect(middle(flipped)).toBeCloseTo(centroid.x, 2);
  });

  it('runs on the line across it that is said, as large as it is set', () => {
    const setting = { ...PLAIN_SETTING, line: -2, out: 1, scale: 2 };
    // Its outer face on the path, twice as large, moved out by one.
    const [left, right] = rimsOf(sceneOf(RING, swept(bar(4, 10), { setting })));
    expect(left / (2 * Math.PI)).toBeCloseTo(50 + 1 - 8, 1);
    expect(right / (2 * Math.PI)).toBeCloseTo(51, 1);
  });

  it('shows the edges that are not under others: of a channel the rims of its walls, of one that is upside down none', () => {
    const channel: Section = {
      by: 'stock',
      shape: 'channel',
      width: 20,
      height: 10,
      wall: 2,
      mirrored: false,
    };
    const lines = (roll: number): number =>
      parsePathData(
        bandDrawing(
          sceneOf('M0 0H100', swept(channel), {
            upright: { by: { by: 'least-twist' }, roll, alternate: 0, twist: 0, across: 0 },
          }),
        )!.edges,
      ).length;
    // Its outline, and between its rims the inner edges of both walls and both corners of its floor.
    expect(lines(0)).toBe(1 + 4);
    expect(lines(Math.PI)).toBe(1);
  });

  it('lies on a part of a closed path with two ends there', () => {
    const quarter = { by: 'part', from: 0, to: 0.25 } as const;
    const scene = sceneOf(RING, swept(bar(4, 10)), {
      fit: { ...PLAIN_FIT, lay: { ...PLAIN_LAY, inset: [0, 0], stretch: quarter } },
    });
    expect(rimsOf(scene)).toHaveLength(1);
  });

  it('rows side by side have a band each, as far from the path as they lie', () => {
    const belt = plainBeltPieces(40).pieces[0];
    const scene = sceneOf(RING, belt, {
      setOut: { ...PLAIN_SET_OUT, rows: { count: 2, spacing: 40 } },
    });
    const radii = rimsOf(scene).map((long) => long / (2 * Math.PI));
    expect(radii).toHaveLength(4);
    [70 - 2, 70 + 2, 30 - 2, 30 + 2].forEach((radius, i) => expect(radii[i]).toBeCloseTo(radius, 1));
  });
});

describe('a band that changes along its path', () => {
  const shaping = {
    smooth: false,
    stations: [
      { at: 0, scale: 1, roll: 0, lift: 0 },
      { at: 1, scale: 2, roll: 0, lift: 30 },
    ],
  };

  it('grows and rises as its stations say: a frustum of a pyramid, sheared', () => {
    const scene = sceneOf('M0 0H100', swept(bar(4, 6)), { shaping });
    const [{ volume, bounds }] = weigh(scene);
    // Of end areas A and 4 A: L (A + 2 A + 4 A) / 3.
    expect(volume).toBeCloseTo((100 * 24 * 7) / 3, 6);
    expect([bounds[2], bounds[5]].map((v) => Number(v.toFixed(6)))).toEqual([-3, 36]);
    const area = parsePathData(bandDrawing(scene)!.area)[0];
    expect(measurePath(area).length).toBeCloseTo(4 + 8 + 2 * Math.hypot(100, 2), 3);
  });

  it('is rolled by them: half a turn along it twists it', () => {
    const twist = {
      ...shaping,
      stations: [0, 1].map((at) => ({ at, scale: 1, roll: at * Math.PI, lift: 0 })),
    };
    const [{ volume, openEdges, bounds }] = weigh(sceneOf('M0 0H100', swept(bar(4, 10)), { shaping: twist }));
    expect(openEdges).toBe(0);
    // Facets that stray by no more than the tolerance leave no more than a skin so thick.
    expect(Math.abs(volume - 40 * 100)).toBeLessThan(0.005 * 2 * 14 * 100);
    // Quarter of the way round it lies: as wide as it was high.
    expect(bounds[4]).toBeCloseTo(Math.hypot(2, 5), 1);
  });
});
