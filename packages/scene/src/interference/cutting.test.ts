import { fitRow } from '@coin-relay/core';
import {
  beadPieces,
  outlineJob,
  ownPiece,
  parseJob,
  resolveRun,
  resolveSetOut,
  shapeJob,
  type Job,
  type JobPiece,
  withPins,
} from '@coin-relay/model';
import { type NeighbourCut, neighbourCuts } from './neighbours';
import type { PathD, PathsD } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rowScene } from '../placing';
import { leastWidth, movedArea, overlapWidth, solidArea } from './overlap';

const ring = (...numbers: number[]): PathD =>
  Array.from({ length: numbers.length / 2 }, (_, i) => ({ x: numbers[2 * i], y: numbers[2 * i + 1] }));
const box = (x0: number, y0: number, x1: number, y1: number): PathsD => [
  ring(x0, y0, x1, y0, x1, y1, x0, y1),
];
const turned = (area: PathsD, angle: number, x = 0, y = 0): PathsD => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return movedArea(area, [c, s, -s, c, x, y]);
};

describe('the least width of points', () => {
  it('by hand: a box, a triangle, a line, a regular polygon', () => {
    expect(
      leastWidth([
        [0, 0],
        [9, 0],
        [9, 4],
        [0, 4],
      ]),
    ).toBeCloseTo(4, 12);
    // 3, 4, 5: the height on the longest side is 12 / 5.
    expect(
      leastWidth([
        [0, 0],
        [3, 0],
        [0, 4],
      ]),
    ).toBeCloseTo(2.4, 12);
    expect(
      leastWidth([
        [0, 0],
        [5, 5],
        [2, 2],
      ]),
    ).toBe(0);
    expect(leastWidth([])).toBe(0);
    const hexagon = Array.from(
      { length: 6 },
      (_, i) => [2 * Math.cos((i * Math.PI) / 3), 2 * Math.sin((i * Math.PI) / 3)] as const,
    );
    expect(leastWidth(hexagon)).toBeCloseTo(2 * Math.sqrt(3), 12);
  });

  it('is the least of what is measured in all directions (property)', () => {
    const number = fc.double({ min: -20, max: 20, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(number, number), { minLength: 3, maxLength: 12 }), (points) => {
        let sampled = Infinity;
        for (let k = 0; k < 720; k++) {
          const [c, s] = [Math.cos((k * Math.PI) / 720), Math.sin((k * Math.PI) / 720)];
          const along = points.map(([x, y]) => c * x + s * y);
          sampled = Math.min(sampled, Math.max(...along) - Math.min(...along));
        }
        const width = leastWidth(points);
        expect(width).toBeLessThanOrEqual(sampled + 1e-9);
        expect(width).toBeGreaterThanOrEqual(sampled - 60 * (Math.PI / 720));
      }),
      { numRuns: 200, seed: 8 },
    );
  });
});

describe('how deep two outlines cut', () => {
  it('by hand: boxes side by side, touching, a corner in, a cross', () => {
    expect(overlapWidth(box(0, 0, 10, 10), box(12, 0, 20, 10))).toBe(0);
    expect(overlapWidth(box(0, 0, 10, 10), box(10, 0, 20, 10))).toBe(0);
    expect(overlapWidth(box(0, 0, 10, 10), box(7, 8, 20, 20))).toBeCloseTo(2, 5);
    expect(overlapWidth(box(0, 0, 20, 6), box(8, -10, 12, 20))).toBeCloseTo(4, 5);
  });

  it('a hole is no cut: a pin in a bore', () => {
    const plate = solidArea([
      [Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10), Float64Array.of(3, 3, 7, 3, 7, 7, 3, 7)],
    ]);
    expect(overlapWidth(plate, box(4, 4, 6, 6))).toBe(0);
    expect(overlapWidth(plate, box(4, 4, 8, 6))).toBeCloseTo(1, 5);
  });

  it('hinged bars of half thickness h, turned by α, cut h sin α', () => {
    for (const angle of [0.1, 0.3, 0.7]) {
      const first = box(-20, -4, 0, 4);
      const second = turned(box(0, -4, 20, 4), angle);
      // On one side of the hinge the ends open. On the other lies a kite of the hinge, the two
      // corners, and where the upper edges meet; it is narrowest across one of the ends.
      expect(overlapWidth(first, second)).toBeCloseTo(4 * Math.sin(angle), 4);
    }
  });

  it('is the same both ways, and however they lie (property)', () => {
    const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(-15, 15), number(-15, 15), number(0, 6), number(-50, 50), (x, y, angle, far) => {
        const a = box(-8, -3, 8, 3);
        const b = turned([ring(-5, -5, 6, -2, 2, 0, 4, 6)], angle, x, y);
        const depth = overlapWidth(a, b);
        expect(overlapWidth(b, a)).toBeCloseTo(depth, 4);
        expect(overlapWidth(turned(a, 1.1, far, 3), turned(b, 1.1, far, 3))).toBeCloseTo(depth, 4);
      }),
      { numRuns: 200, seed: 4 },
    );
  });
});

const rowOf = (job: Job, pieces: readonly JobPiece[]): Job => ({
  ...job,
  pieces: [...pieces],
  runs: [
    {
      ...job.runs[0],
      sequence: pieces.map(({ id }) => id),
      fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null },
    },
  ],
});
const cutsOf = (document: Job): readonly NeighbourCut[] => {
  const job = parseJob(document);
  const { run, source, request } = resolveRun(job);
  const fit = fitRow(source, request);
  return neighbourCuts(rowScene(fit, resolveSetOut(job, run, fit)));
};
/** A bar with its pins on the middles of its ends. */
const bar = (length: number, thick: number, behind = 0): JobPiece =>
  withPins(
    ownPiece('bar', 'Bar', 'drawn', [
      {
        data: `M${-behind} ${-thick / 2}H${length + behind}V${thick / 2}H${-behind}Z`,
        material: 'brass',
        line: true,
      },
    ]),
    { from: { x: 0, y: 0 }, to: { x: length, y: 0 } },
  );

describe('neighbours in a row', () => {
  const circle = (radius: number): string =>
    `M${radius} 0A${radius} ${radius} 0 1 1 ${-radius} 0A${radius} ${radius} 0 1 1 ${radius} 0Z`;

  it('bars round a circle: h sin 2π / N at every place', () => {
    const job = rowOf(outlineJob('Row', circle(10 / Math.sin(Math.PI / 19))), [bar(20, 10)]);
    const cuts = cutsOf(job);
    expect(cuts).toHaveLength(19);
    for (const { depth } of cuts) expect(depth).toBeCloseTo(5 * Math.sin((2 * Math.PI) / 19), 3);
    expect(cuts.map(({ place, other }) => [place, other])).toEqual(
      Array.from({ length: 19 }, (_, i) => [i, (i + 1) % 19]),
    );
  });

  it('what overlaps on a straight by design is no cut, however long the row', () => {
    expect(cutsOf(rowOf(outlineJob('Row', 'M0 0H1000'), [bar(20, 10, 4)]))).toEqual([]);
  });

  it('only in its bends is a track said to cut', () => {
    const cuts = cutsOf(rowOf(outlineJob('Row', 'M0 0H400A60 60 0 0 1 400 120H0'), [bar(20, 16)]));
    expect(cuts.length).toBeGreaterThan(3);
    for (const { s } of cuts) {
      expect(s).toBeGreaterThan(380);
      expect(s).toBeLessThan(400 + 60 * Math.PI + 20);
    }
  });

  it('pieces that bend, and links that go through each other, are left out', () => {
    const bending: JobPiece = { ...bar(20, 10), behaviour: 'bending' };
    expect(cutsOf(rowOf(outlineJob('Row', circle(60)), [bending]))).toEqual([]);
    const links = beadPieces(12).pieces;
    expect(cutsOf(rowOf(shapeJob('Row', 'circle'), links))).toEqual([]);
  });

  it('beads that grow by chance into each other are found', () => {
    const [bead] = beadPieces(12).pieces;
    const wild: JobPiece = { ...bead, variation: { seed: 3, size: 0.6, thickness: 0, turn: 0, wire: 0 } };
    const cuts = cutsOf(rowOf(outlineJob('Row', 'M0 0H600'), [wild]));
    expect(cuts.length).toBeGreaterThan(2);
  });
});
