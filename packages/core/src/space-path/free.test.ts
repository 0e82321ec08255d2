import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { composed, length3, setDown, sub3, type Map3, type Vec3 } from '../math';
import { measurePath, type Contour } from '../path';
import { drawnSpacePath } from './drawn';
import { laidFlat } from './flat';
import { contourInto, lineEnds, mapFree, reverseFree, type FreeContour } from './free';
import { joinFree } from './join';
import { measureSpacePath } from './measure';
import { spacePointsOf } from './points-of';
import { roundedPath } from './rounded';

const lengthOf = (line: FreeContour): number => measureSpacePath(line).length;

/** An open contour with a piece of every kind that a map keeps: 40 long and on, its ends apart. */
const open: Contour = {
  closed: false,
  segments: [
    { kind: 'line', a: { x: 0, y: 0 }, b: { x: 10, y: 0 } },
    { kind: 'arc', centre: { x: 10, y: 5 }, radius: 5, start: -Math.PI / 2, sweep: Math.PI / 2 },
    {
      kind: 'cubic',
      p0: { x: 15, y: 5 },
      p1: { x: 15, y: 9 },
      p2: { x: 20, y: 12 },
      p3: { x: 26, y: 12 },
    },
    { kind: 'arc', centre: { x: 26, y: 15 }, radius: 3, start: -Math.PI / 2, sweep: -1 },
  ],
};
const turn = fc.double({ min: -3, max: 3, noNaN: true });
const shift = fc.double({ min: -500, max: 500, noNaN: true });
const placed = fc
  .record({ x: turn, y: turn, z: turn, a: shift, b: shift, c: shift })
  .map(({ x, y, z, a, b, c }) => setDown({ x, y, z }, { x: a, y: b, z: c }));

describe('a contour of the plane put into space', () => {
  const flat = measurePath(open).length;
  /** Across the whole of it, mm. */
  const size = Math.hypot(29, 15);
  it('is as long wherever it stands, and found flat again there', () => {
    fc.assert(
      fc.property(placed, (map) => {
        const line = contourInto(open, map);
        expect(Math.abs(lengthOf(line) - flat)).toBeLessThan(1e-9 * flat);
        const laid = laidFlat(line);
        expect(laid).not.toBeNull();
        if (!laid) return;
        expect(laid.contour.segments.map(({ kind }) => kind)).toEqual(open.segments.map(({ kind }) => kind));
        expect(Math.abs(measurePath(laid.contour).length - flat)).toBeLessThan(1e-9 * flat);
        // Where its plane says that it stands it lies on the line.
        const back = contourInto(laid.contour, laid.map);
        [0, 1].forEach((k) =>
          expect(length3(sub3(lineEnds(back)[k], lineEnds(line)[k]))).toBeLessThan(1e-6 * size),
        );
      }),
      { numRuns: 100, seed: 20261129 },
    );
  });

  it('an ellipse is followed by curves: its length by Ramanujan’s second approximation', () => {
    const [a, b] = [40, 30];
    const ellipse: Contour = {
      closed: true,
      segments: [
        { kind: 'ellipse', centre: { x: 1, y: 2 }, rx: a, ry: b, tilt: 0.3, start: 0, sweep: 2 * Math.PI },
      ],
    };
    const h = ((a - b) / (a + b)) ** 2;
    // S. Ramanujan, Modular equations and approximations to π, 1914 (from memory): off by h⁵ for these.
    const length = Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    const line = contourInto(ellipse, setDown({ x: 1, y: 0, z: 0 }, { x: 0, y: 0, z: 0 }));
    expect(Math.abs(lengthOf(line) / length - 1)).toBeLessThan(1e-8);
  });

  it('a map that squeezes a circle makes curves of it, one that scales it keeps it round', () => {
    const circle: Contour = {
      closed: true,
      segments: [{ kind: 'arc', centre: { x: 5, y: 0 }, radius: 10, start: 0.4, sweep: -2 * Math.PI }],
    };
    const scale = (x: number, y: number, z: number): Map3 => [x, 0, 0, 0, 0, y, 0, 0, 0, 0, z, 7];
    const kinds = (map: Map3): Set<string> =>
      new Set(contourInto(circle, map).segments.map(({ kind }) => kind));
    expect(kinds(scale(1, 0.5, 1))).toEqual(new Set(['cubic']));
    expect(kinds(scale(-2, 2, 9))).toEqual(new Set(['arc']));
    expect(lengthOf(contourInto(circle, scale(-2, 2, 9)))).toBeCloseTo(40 * Math.PI, 9);
    const twice = mapFree(
      contourInto(circle, scale(2, 2, 2)),
      composed(scale(0.5, 0.5, 0.5), scale(1, 1, 1)),
    );
    expect(lengthOf(twice)).toBeCloseTo(20 * Math.PI, 9);
  });
});

describe('which plane a line lies in', () => {
  const through = (...points: readonly (readonly [number, number, number])[]): FreeContour => ({
    closed: false,
    segments: points.slice(1).map(([x, y, z], i) => ({
      kind: 'line',
      a: { x: points[i][0], y: points[i][1], z: points[i][2] },
      b: { x, y, z },
    })),
  });
  it('a level one at its height: x and y stay what they are', () => {
    const laid = laidFlat(through([3, 4, 12], [8, 4, 12], [8, 9, 12]));
    expect(laid?.map).toEqual([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 12]);
    expect(laid?.contour.segments[1]).toEqual({ kind: 'line', a: { x: 8, y: 4 }, b: { x: 8, y: 9 } });
    expect(laidFlat(through([0, 0, 2], [9, 0, 2]))?.map[11]).toBe(2);
  });
  it('an upright one has x level and y going up', () => {
    const laid = laidFlat(through([0, 5, 0], [10, 5, 0], [10, 5, 20]));
    expect(laid?.contour.segments[1]).toEqual({ kind: 'line', a: { x: 10, y: 0 }, b: { x: 10, y: 20 } });
    expect(laid?.map[7]).toBe(5);
  });
  it('none where it leaves it, or goes straight up', () => {
    expect(laidFlat(through([0, 0, 0], [10, 0, 0], [10, 10, 0], [10, 10, 1]))).toBeNull();
    expect(laidFlat(through([0, 0, 0], [1, 1, 4]))).toBeNull();
    expect(laidFlat({ closed: false, segments: [] })).toBeNull();
  });
});

describe('lines in space that meet', () => {
  it('a line in three parts, one of them turned round, is one again', () => {
    const map = setDown({ x: 0.5, y: 0.2, z: 1 }, { x: 10, y: 20, z: 30 });
    const { segments } = contourInto(open, map);
    const part = (from: number, to: number): FreeContour => ({
      closed: false,
      segments: segments.slice(from, to),
    });
    const [whole, ...more] = joinFree([part(2, 4), reverseFree(part(0, 1)), part(1, 2)], 1e-6);
    expect(more).toEqual([]);
    expect(whole.contour.segments).toHaveLength(4);
    expect(Math.abs(lengthOf(whole.contour) - measurePath(open).length)).toBeLessThan(1e-6);
  });

  it('both ends of a gap go to its middle; an arc is turned and scaled with its chord', () => {
    const arc = contourInto(
      {
        closed: false,
        segments: [{ kind: 'arc', centre: { x: 0, y: 0 }, radius: 10, start: 0, sweep: Math.PI / 2 }],
      },
      setDown({ x: Math.PI / 2, y: 0, z: 0 }, { x: 0, y: 0, z: 0 }),
    );
    const onward: FreeContour = {
      closed: false,
      segments: [{ kind: 'line', a: { x: 0, y: 0.2, z: 10 }, b: { x: -50, y: 0, z: 10 } }],
    };
    const [{ contour, gaps }] = joinFree([arc, onward], 0.5);
    expect(gaps.map((gap) => Number(gap.toFixed(9)))).toEqual([0.2]);
    const [round, line] = contour.segments;
    const near = (p: Vec3, q: Vec3): void => expect(length3(sub3(p, q))).toBeLessThan(1e-9);
    if (round.kind !== 'arc' || line.kind !== 'line') throw new Error('An arc and a line.');
    near(line.a, { x: 0, y: 0.1, z: 10 });
    near(lineEnds({ closed: false, segments: [round] })[1], line.a);
    near(lineEnds(contour)[0], { x: 10, y: 0, z: 0 });
    expect(Math.abs(length3(round.u) - 1)).toBeLessThan(1e-12);
  });

  it('those that only seem to meet from above do not', () => {
    const up = (z: number): FreeContour => ({
      closed: false,
      segments: [{ kind: 'line', a: { x: 0, y: 0, z }, b: { x: 5, y: 0, z } }],
    });
    expect(joinFree([up(0), up(1)], 0.5)).toHaveLength(2);
  });
});

describe('the points a line in space is drawn by', () => {
  const corners = [
    { x: 0, y: 0, z: 0, radius: 0 },
    { x: 100, y: 0, z: 0, radius: 20 },
    { x: 100, y: 80, z: 30, radius: 15 },
    { x: 100, y: 80, z: 120, radius: 0 },
    { x: 0, y: 80, z: 60, radius: 10 },
  ];
  it.each([true, false])('rounded corners are corners with their radius again; closed: %s', (closed) => {
    const line = roundedPath(corners, closed) as FreeContour;
    const found = spacePointsOf(line);
    const radii = (points: readonly { readonly radius: number }[]): number[] =>
      points.map(({ radius }) => radius).sort((a, b) => a - b);
    const expected = closed ? corners : [...corners.slice(0, -1), { ...corners[4], radius: 0 }];
    expect(found.points).toHaveLength(corners.length);
    radii(found.points).forEach((radius, i) => expect(radius).toBeCloseTo(radii(expected)[i], 9));
    const again = measureSpacePath(drawnSpacePath(found.points, closed)).length;
    expect(Math.abs(again - lengthOf(line))).toBeLessThan(1e-9 * again);
  });

  it('an arc that rounds no corner becomes curves along it', () => {
    const circle = contourInto(
      {
        closed: true,
        segments: [{ kind: 'arc', centre: { x: 0, y: 0 }, radius: 50, start: 0, sweep: 2 * Math.PI }],
      },
      setDown({ x: 1, y: 0, z: 0 }, { x: 0, y: 0, z: 0 }),
    );
    const { points, closed } = spacePointsOf(circle);
    expect([closed, points.length]).toEqual([true, 24]);
    const length = measureSpacePath(drawnSpacePath(points, closed)).length;
    expect(Math.abs(length / (100 * Math.PI) - 1)).toBeLessThan(1e-8);
  });
});
