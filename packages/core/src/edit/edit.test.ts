import { Bezier } from 'bezier-js';
import { EndType, inflatePathsD, JoinType, ramerDouglasPeuckerD } from 'clipper2-ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measurePath, newReading, parsePathData, pathReader, type Contour } from '../path';
import {
  contourCorners,
  cutContour,
  joinContours,
  reverseContour,
  roundCorners,
  smoothThrough,
  splitAt,
  startAt,
  stretchOf,
  subPiece,
  thinOut,
} from './index';

const outline = (d: string): Contour => parsePathData(d)[0];
const lengthOf = (contour: Contour): number => measurePath(contour).length;
const MIXED = 'M0 0H120A40 25 20 0 1 180 60Q210 110 150 130C90 150 60 90 30 120A30 30 0 1 1 -20 80L-40 20Z';
const place = fc.double({ min: 0, max: 1, noNaN: true });
const point = (contour: Contour, s: number): [number, number] => {
  const at = newReading();
  pathReader(measurePath(contour))(s, at);
  return [at[0], at[1]];
};

describe('cutting', () => {
  it('a part of a Bézier is the library’s own split (bezier-js)', () => {
    const p = [0, 0, 40, 90, 120, -60, 150, 30];
    const reference = new Bezier(p).split(0.23, 0.81);
    const made = subPiece(
      {
        kind: 'cubic',
        p0: { x: 0, y: 0 },
        p1: { x: 40, y: 90 },
        p2: { x: 120, y: -60 },
        p3: { x: 150, y: 30 },
      },
      0.23,
      0.81,
    );
    if (made.kind !== 'cubic') throw new Error('not a cubic');
    [made.p0, made.p1, made.p2, made.p3].forEach((q, i) => {
      expect(q.x).toBeCloseTo(reference.points[i].x, 11);
      expect(q.y).toBeCloseTo(reference.points[i].y, 11);
    });
  });

  it('reversing, moving the start, splitting and joining again keep the length within 1e-9 (property)', () => {
    const whole = outline(MIXED);
    const length = lengthOf(whole);
    const same = (contour: Contour): void => {
      expect(Math.abs(lengthOf(contour) / length - 1)).toBeLessThan(1e-9);
    };
    fc.assert(
      fc.property(place, place, (a, b) => {
        const moved = startAt(whole, a * length);
        same(moved);
        same(reverseContour(moved));
        const { before, after } = splitAt(moved, b * length);
        const parts = [before, after].filter((pieces) => pieces.length > 0);
        same({ segments: parts.flat(), closed: true });
        const joined = joinContours(
          parts.map((segments) => ({ segments, closed: false })),
          1e-6,
        );
        expect(joined).toHaveLength(1);
        expect(joined[0].contour.closed).toBe(true);
        same(joined[0].contour);
      }),
      { numRuns: 80, seed: 7 },
    );
  });

  it('reversed, a path runs through the same places the other way; a closed one keeps its start', () => {
    const whole = outline(MIXED);
    const length = lengthOf(whole);
    const back = reverseContour(whole);
    for (const s of [0, 3, 71.5, 200, length - 1]) {
      const [x, y] = point(whole, s);
      const [u, v] = point(back, length - s);
      expect(Math.hypot(x - u, y - v)).toBeLessThan(1e-6);
    }
  });

  it('the start goes where it is put', () => {
    const whole = outline(MIXED);
    const [x, y] = point(whole, 250);
    const [u, v] = point(startAt(whole, 250), 0);
    expect(Math.hypot(x - u, y - v)).toBeLessThan(1e-7);
    expect(() => startAt(outline('M0 0H10'), 3)).toThrow(/open path/);
  });

  it('a stretch is as long as the places are apart, over the closing place too', () => {
    const whole = outline(MIXED);
    const length = lengthOf(whole);
    expect(lengthOf(cutContour(whole, 20, 170))).toBeCloseTo(150, 7);
    expect(lengthOf(cutContour(whole, length - 30, 50))).toBeCloseTo(80, 7);
    expect(() => cutContour(whole, 5, 5)).toThrow(/lie apart/);
  });
});

describe('stretches of an outline', () => {
  const square = outline('M0 0H100V100H0Z');
  it('the shorter way, the longer way, and a way through places between', () => {
    expect(lengthOf(stretchOf(square, [0, 0.2], 'shorter'))).toBeCloseTo(80, 9);
    expect(lengthOf(stretchOf(square, [0, 0.2], 'longer'))).toBeCloseTo(320, 9);
    expect(lengthOf(stretchOf(square, [0, 0.9], 'shorter'))).toBeCloseTo(40, 9);
    expect(lengthOf(stretchOf(square, [0, 0.5, 0.2], 'shorter'))).toBeCloseTo(320, 9);
    expect(point(stretchOf(square, [0.9, 0.8], 'shorter'), 0)).toEqual([0, 40]);
  });
  it('refuses places that do not follow each other', () => {
    expect(() => stretchOf(square, [0, 0.5, 0.2, 0.7], 'shorter')).toThrow(/one way round/);
    expect(() => stretchOf(square, [0.3], 'shorter')).toThrow(/two picked places/);
    expect(() => stretchOf(outline('M0 0H100'), [0.1, 0.9, 0.5], 'shorter')).toThrow(/one way round/);
  });
});

describe('joining', () => {
  it('the four sides of a square, given in any order and direction, close', () => {
    const sides = ['M100 0H0', 'M100 0V100', 'M0 100V0', 'M0 100H100'].map(outline);
    const [joined, ...others] = joinContours(sides, 1e-6);
    expect(others).toEqual([]);
    expect(joined.contour.closed).toBe(true);
    expect(lengthOf(joined.contour)).toBeCloseTo(400, 9);
    expect([...joined.parts].sort()).toEqual([0, 1, 2, 3]);
  });
  it('gaps within the tolerance are closed and stated, wider ones stay', () => {
    const parts = ['M0 0H50', 'M50.04 0H100', 'M101 0H150'].map(outline);
    const joined = joinContours(parts, 0.1);
    expect(joined.map((j) => j.parts)).toEqual([[0, 1], [2]]);
    expect(joined[0].gaps[0]).toBeCloseTo(0.04, 12);
    expect(lengthOf(joined[0].contour)).toBeCloseTo(100, 9);
  });
  it('of several ends the nearest join', () => {
    const joined = joinContours(['M0 0H10', 'M10.5 0H20', 'M10.1 0V10'].map(outline), 1);
    expect(joined.map((j) => j.parts)).toContainEqual([0, 2]);
  });
  it('thousands of pieces of a polygon come together in their order', () => {
    const n = 4000;
    const at = (i: number): string =>
      `${(1000 * Math.cos((2 * Math.PI * i) / n)).toFixed(9)} ${(1000 * Math.sin((2 * Math.PI * i) / n)).toFixed(9)}`;
    const sides = Array.from({ length: n }, (_, i) =>
      outline(`M${at((i * 7) % n)}L${at(((i * 7) % n) + 1)}`),
    );
    const [joined, ...others] = joinContours(sides, 1e-4);
    expect(others).toEqual([]);
    expect(lengthOf(joined.contour)).toBeCloseTo(2000 * n * Math.sin(Math.PI / n), 4);
  });
  it('closed contours stay as they are', () => {
    expect(joinContours([outline('M0 0H10V10Z')], 1)[0].gaps).toEqual([]);
  });
});

describe('rounding corners', () => {
  it('a polygon becomes shorter by 2 r tan(δ/2) − r δ a corner (closed form)', () => {
    for (const d of ['M0 0H100V80H0Z', 'M0 0L90 10L60 80Z', 'M0 0H100V40H60V100H0Z']) {
      const polygon = outline(d);
      const r = 6;
      const { contour, rounded, misfits } = roundCorners(polygon, r);
      const corners = contourCorners(polygon);
      expect([rounded, misfits.length]).toEqual([corners.length, 0]);
      const change = corners.reduce((sum, { turn }) => {
        const delta = Math.abs(turn);
        return sum + r * delta - 2 * r * Math.tan(delta / 2);
      }, 0);
      expect(lengthOf(contour)).toBeCloseTo(lengthOf(polygon) + change, 9);
      expect(contourCorners(contour)).toEqual([]);
    }
  });

  it('agrees with a general polygon library: a convex polygon shrunk and grown again by the radius (clipper2)', () => {
    const points = [0, 1, 2, 3, 4, 5, 6].map((i) => ({
      x: (60 + 8 * (i % 3)) * Math.cos((2 * Math.PI * i) / 7),
      y: (50 + 5 * (i % 2)) * Math.sin((2 * Math.PI * i) / 7),
    }));
    const grow = (paths: { x: number; y: number }[][], by: number): { x: number; y: number }[][] =>
      inflatePathsD(paths, by, JoinType.Round, EndType.Polygon, 20, 6, 1e-4);
    const [reference] = grow(grow([points], -9), 9);
    const perimeter = reference.reduce((sum, p, i) => {
      const q = reference[(i + 1) % reference.length];
      return sum + Math.hypot(p.x - q.x, p.y - q.y);
    }, 0);
    const { contour, misfits } = roundCorners(
      outline(`M${points.map((p) => `${p.x} ${p.y}`).join('L')}Z`),
      9,
    );
    expect(misfits).toEqual([]);
    expect(Math.abs(lengthOf(contour) - perimeter)).toBeLessThan(0.02);
  });

  it('corners between arcs and curves: the fillet is tangent to both', () => {
    const leaf = outline('M0 0C40 60 100 60 140 0A90 90 0 0 0 0 0Z');
    const { contour, rounded } = roundCorners(leaf, 8);
    expect(rounded).toBe(2);
    expect(contourCorners(contour)).toEqual([]);
  });

  it('says where the radius does not fit, and which does', () => {
    const { contour, rounded, misfits } = roundCorners(outline('M0 0H100V10H0Z'), 8);
    expect([rounded, misfits.length]).toEqual([0, 4]);
    expect(misfits[0].largest).toBeCloseTo(5, 6);
    expect(lengthOf(contour)).toBeCloseTo(220, 9);
    expect(roundCorners(outline('M0 0H100V10H0Z'), misfits[0].largest * 0.999).rounded).toBe(4);
  });

  it('one corner of several', () => {
    const { contour, rounded } = roundCorners(outline('M0 0H100V80H0Z'), 10, new Set([1]));
    expect([rounded, contourCorners(contour).length]).toEqual([1, 3]);
  });

  it('a radius that is none is refused', () => {
    for (const radius of [0, -1, NaN, Infinity])
      expect(() => roundCorners(outline('M0 0H9V9'), radius)).toThrow(/above zero/);
  });
});

describe('smoothing', () => {
  it('direction and bend go on without a jump at every point', () => {
    const points = [0, 1, 2, 3, 4, 5, 6].map((i) => ({ x: 30 * i, y: [0, 40, 10, 60, 30, 55, 0][i] }));
    for (const closed of [true, false]) {
      const contour = smoothThrough(points, closed);
      expect(contour.segments).toHaveLength(closed ? 7 : 6);
      const path = measurePath(contour);
      const read = pathReader(path);
      const a = newReading();
      const b = newReading();
      for (const s of path.pieceStarts.slice(closed ? 0 : 1, -1)) {
        read(s - 1e-7, a);
        read(s + 1e-7, b);
        expect(Math.hypot(a[2] - b[2], a[3] - b[3])).toBeLessThan(1e-6);
        expect(Math.abs(a[4] - b[4])).toBeLessThan(1e-5);
      }
    }
  });
  it('through points of a circle it is the circle, to the fourth order of their distance', () => {
    const off = (n: number): number => {
      const points = Array.from({ length: n }, (_, i) => ({
        x: 50 * Math.cos((2 * Math.PI * i) / n),
        y: 50 * Math.sin((2 * Math.PI * i) / n),
      }));
      const path = measurePath(smoothThrough(points, true));
      return Math.abs(path.length / (100 * Math.PI) - 1);
    };
    expect(off(16)).toBeLessThan(1e-3);
    expect(off(16) / off(32)).toBeGreaterThan(12);
  });
});

describe('thinning out', () => {
  const wavy = (n: number): { x: number; y: number }[] =>
    Array.from({ length: n }, (_, i) => ({ x: i, y: 12 * Math.sin(i / 9) + 0.03 * ((i * 37) % 11) }));
  const lines = (points: { x: number; y: number }[]): Contour =>
    outline(`M${points.map((p) => `${p.x} ${p.y}`).join('L')}`);

  it('keeps within the tolerance and states the largest deviation', () => {
    const points = wavy(800);
    const { contour, before, after, deviation } = thinOut(lines(points), 0.5);
    expect(before).toBe(799);
    expect(after).toBeLessThan(before / 4);
    expect(deviation).toBeLessThanOrEqual(0.5);
    const kept = contour.segments.map((piece) => (piece.kind === 'line' ? piece : null));
    const worst = Math.max(
      ...points.map((p) =>
        Math.min(
          ...kept.map((line) => {
            if (!line) return Infinity;
            const [dx, dy] = [line.b.x - line.a.x, line.b.y - line.a.y];
            const t = Math.max(
              0,
              Math.min(1, ((p.x - line.a.x) * dx + (p.y - line.a.y) * dy) / (dx * dx + dy * dy)),
            );
            return Math.hypot(p.x - line.a.x - t * dx, p.y - line.a.y - t * dy);
          }),
        ),
      ),
    );
    expect(worst).toBeLessThanOrEqual(deviation + 1e-12);
  });

  it('leaves the points that a general polygon library leaves (clipper2)', () => {
    const points = wavy(300);
    const reference = ramerDouglasPeuckerD(points, 0.5);
    expect(thinOut(lines(points), 0.5).after).toBe(reference.length - 1);
  });

  it('twenty thousand points of a closed line', () => {
    const n = 20_000;
    const points = Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n;
      return `${(300 + 20 * Math.sin(9 * a)) * Math.cos(a)} ${(300 + 20 * Math.sin(9 * a)) * Math.sin(a)}`;
    });
    const { after, deviation } = thinOut(outline(`M${points.join('L')}Z`), 0.05);
    expect(after).toBeLessThan(700);
    expect(deviation).toBeLessThanOrEqual(0.05);
  });

  it('curves stay', () => {
    expect(thinOut(outline('M0 0L1 0L2 0C3 0 4 1 5 1L6 1L7 1'), 0.01).after).toBe(3);
    expect(() => thinOut(outline('M0 0H1'), NaN)).toThrow(/tolerance/);
  });
});
