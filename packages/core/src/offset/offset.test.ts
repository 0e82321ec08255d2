import { EndType, inflatePathsD, JoinType } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shapeContour } from '../shape';
import { findCorners, measurePath, newReading, parsePathData, pathReader, type Contour } from '../path';
import { inArcs, parallelContours, plainDistance } from './index';

const outline = (d: string): Contour => parsePathData(d)[0];
const lengthOf = (contour: Contour): number => measurePath(contour).length;
const options = { corners: 'round', tolerance: 1e-4 } as const;
const parallel = (contour: Contour, by: number, corners: 'round' | 'sharp' = 'round'): Contour[] =>
  parallelContours(contour, by, { ...options, corners });
/** The perimeters a general polygon library finds, the longest first. */
const reference = (points: [number, number][], delta: number, join: JoinType): number[] =>
  inflatePathsD([points.map(([x, y]) => ({ x, y }))], delta, join, EndType.Polygon, 20, 6, 1e-4)
    .map((path) =>
      path.reduce((sum, p, i) => {
        const q = path[(i + 1) % path.length];
        return sum + Math.hypot(p.x - q.x, p.y - q.y);
      }, 0),
    )
    .sort((a, b) => b - a);

describe('parallels in closed form', () => {
  it('of a circle: a circle', () => {
    const circle = shapeContour({ of: 'circle', x: 3, y: 4, radius: 50 });
    expect(lengthOf(parallel(circle, 10)[0])).toBeCloseTo(2 * Math.PI * 40, 9);
    expect(lengthOf(parallel(circle, -10)[0])).toBeCloseTo(2 * Math.PI * 60, 9);
    expect(() => parallel(circle, 55)).toThrow(/too narrow/);
  });
  it('round any simple convex loop two rails 2 h apart differ by 4 π h in length', () => {
    const loop = shapeContour({ of: 'two-arc', x: 0, y: 0, distance: 200, first: 30, second: 70, tilt: 0.4 });
    const [inner] = parallel(loop, 9);
    const [outer] = parallel(loop, -9);
    expect(lengthOf(outer) - lengthOf(inner)).toBeCloseTo(4 * Math.PI * 9, 9);
  });
  it('of a square: sharp or round outside, sharp inside', () => {
    const square = outline('M0 0H100V100H0Z');
    expect(lengthOf(parallel(square, -10, 'sharp')[0])).toBeCloseTo(480, 9);
    expect(lengthOf(parallel(square, -10, 'round')[0])).toBeCloseTo(400 + 20 * Math.PI, 9);
    expect(lengthOf(parallel(square, 10)[0])).toBeCloseTo(320, 9);
  });
  it('of an open line, on either side', () => {
    const bent = outline('M0 0H100V100');
    expect(lengthOf(parallel(bent, 10)[0])).toBeCloseTo(180, 9);
    expect(lengthOf(parallel(bent, -10)[0])).toBeCloseTo(200 + 5 * Math.PI, 9);
    expect(parallel(bent, 10)[0].closed).toBe(false);
  });
});

describe('against a general polygon library (clipper2)', () => {
  const shapes: [string, [number, number][]][] = [
    [
      'an L',
      [
        [0, 0],
        [100, 0],
        [100, 40],
        [40, 40],
        [40, 100],
        [0, 100],
      ],
    ],
    [
      'a dumb-bell that falls in two',
      [
        [0, 0],
        [60, 0],
        [60, 25],
        [90, 25],
        [90, 0],
        [150, 0],
        [150, 60],
        [90, 60],
        [90, 35],
        [60, 35],
        [60, 60],
        [0, 60],
      ],
    ],
    [
      'a star',
      Array.from({ length: 10 }, (_, i): [number, number] => [
        (i % 2 ? 40 : 90) * Math.cos((Math.PI * i) / 5),
        (i % 2 ? 40 : 90) * Math.sin((Math.PI * i) / 5),
      ]),
    ],
    [
      'a comb',
      [
        [0, 0],
        [120, 0],
        [120, 80],
        [100, 80],
        [100, 20],
        [70, 20],
        [70, 80],
        [50, 80],
        [50, 20],
        [20, 20],
        [20, 80],
        [0, 80],
      ],
    ],
  ];
  it.each(shapes)('%s, inwards and outwards', (_name, points) => {
    const contour = outline(`M${points.map((p) => p.join(' ')).join('L')}Z`);
    for (const by of [2, 4, 6, 9, -3, -7, -12]) {
      const found = parallel(contour, by).map(lengthOf);
      const wanted = reference(points, -by, JoinType.Round);
      expect(found.length, `at ${by}`).toBe(wanted.length);
      found.forEach((length, i) => expect(Math.abs(length - wanted[i]), `at ${by}`).toBeLessThan(0.02));
    }
  });
  it('random star-shaped polygons (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 40, max: 100, noNaN: true }), { minLength: 5, maxLength: 14 }),
        fc.double({ min: 1, max: 12, noNaN: true }),
        fc.boolean(),
        (radii, distance, inwards) => {
          const points = radii.map((r, i): [number, number] => [
            r * Math.cos((2 * Math.PI * i) / radii.length),
            r * Math.sin((2 * Math.PI * i) / radii.length),
          ]);
          const by = inwards ? distance : -distance;
          const wanted = reference(points, -by, JoinType.Round).filter((length) => length > 2);
          const found = parallel(outline(`M${points.map((p) => p.join(' ')).join('L')}Z`), by)
            .map(lengthOf)
            .filter((length) => length > 2);
          expect(found.length).toBe(wanted.length);
          found.forEach((length, i) => expect(Math.abs(length - wanted[i])).toBeLessThan(0.05));
        },
      ),
      { numRuns: 60, seed: 11 },
    );
  });
});

describe('curves', () => {
  const wave = outline('M0 0C40 -70 90 90 150 10S240 -60 260 60A60 40 15 0 1 120 110Q40 140 0 0Z');
  it('are followed by arcs within the tolerance, tangents kept', () => {
    const arcs = inArcs(wave, 1e-3);
    const path = measurePath(wave);
    const read = pathReader(path);
    const at = newReading();
    let worst = 0;
    for (let i = 0; i < 400; i++) {
      read((path.length * i) / 400, at);
      worst = Math.max(worst, Math.min(...arcs.map((arc) => plainDistance(arc, { x: at[0], y: at[1] }))));
    }
    expect(worst).toBeLessThan(2e-3);
    expect(measurePath({ segments: arcs, closed: true }).length).toBeCloseTo(path.length, 1);
  });
  it('every place of the parallel is at its distance from the path', () => {
    const plain = inArcs(wave, 1e-4);
    for (const by of [5, -5, 15]) {
      const [line] = parallel(wave, by);
      const path = measurePath(line);
      const read = pathReader(path);
      const at = newReading();
      for (let i = 0; i < 200; i++) {
        read((path.length * i) / 200, at);
        const d = Math.min(...plain.map((piece) => plainDistance(piece, { x: at[0], y: at[1] })));
        expect(Math.abs(d - Math.abs(by))).toBeLessThan(1e-3);
      }
    }
  });
});

it('ends that were joined a hair apart leave no spikes on either side', () => {
  for (const [by, apart] of [
    [20, 0.004],
    [-20, 0.004],
    [20, 0.4],
    [-20, 0.4],
    [5, 1.5],
    [35, 1.5],
  ]) {
    const loop = outline(`M0 0H220A40 40 0 0 1 220 80L0 ${80 + apart}A40 40 0 0 1 0 0Z`);
    const [line, ...more] = parallel(loop, by);
    expect(more).toEqual([]);
    expect(line.closed).toBe(true);
    expect(lengthOf(line)).toBeCloseTo(440 + 2 * Math.PI * (40 - by), -1);
    expect(findCorners(measurePath(line)).filter(({ turn }) => Math.abs(turn) > 0.1)).toEqual([]);
  }
});

it('a distance that is none is refused', () => {
  for (const by of [0, NaN, Infinity])
    expect(() => parallel(outline('M0 0H10'), by)).toThrow(/distance other than zero/);
});
