import { measurePath, nearestOnPath, parsePathData, RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import type { OutlinePart } from '../families';
import {
  drawnByPoints,
  flippedOutline,
  ownPiece,
  pointAfter,
  pointsData,
  quarterTurned,
  resized,
  withoutPoint,
  withPointAfter,
  type OutlinePoint,
} from './index';

const part = (data: string): OutlinePart => ({ data, material: 'brass', line: true });
/** A plate of 20 by 8 with round ends, and two bores of 3 mm. */
const PLATE =
  'M4 0H16A4 4 0 0 1 16 8H4A4 4 0 0 1 4 0Z M4 2.5A1.5 1.5 0 0 0 4 5.5A1.5 1.5 0 0 0 4 2.5Z M16 2.5A1.5 1.5 0 0 0 16 5.5A1.5 1.5 0 0 0 16 2.5Z';
const rings = (points: readonly OutlinePoint[]): number => 1 + points.filter(({ begins }) => begins).length;

describe('an outline that is brought in is drawn by points', () => {
  it('corners stay sharp where they are, and nothing is off', () => {
    const { part: drawn, off } = drawnByPoints(part('M0 0H30V10L15 20L0 10Z'));
    expect(drawn.points).toEqual(
      [
        [0, 0],
        [30, 0],
        [30, 10],
        [15, 20],
        [0, 10],
      ].map(([x, y]) => ({ x, y, round: false })),
    );
    expect(off).toBeLessThan(1e-9);
  });

  it('round ends and bores keep to a thousandth of its size; holes stay holes', () => {
    const { part: drawn, off } = drawnByPoints(part(PLATE));
    expect(off).toBeLessThan(1e-3 * Math.hypot(20, 8));
    expect(rings(drawn.points!)).toBe(3);
    // No more of them than can be worked with: a bore takes fewer than the large ends do.
    expect(drawn.points!.length).toBeLessThan(60);
    const contours = parsePathData(drawn.data);
    expect(contours).toHaveLength(3);
    // Circumference of a bore, π d, and of the plate, 2 · 12 + 8 π.
    const lengths = contours.map((contour) => measurePath(contour).length);
    expect(lengths[0]).toBeCloseTo(24 + 8 * Math.PI, 1);
    expect(lengths[1]).toBeCloseTo(3 * Math.PI, 1);
    expect(drawn.data).toBe(pointsData(drawn.points!));
  });

  it('a tiny one is as close as points are written, and it ends', () => {
    const { part: drawn, off } = drawnByPoints(part('M0 0H0.012345V0.012345L0.01227 0.01238H0Z'));
    expect(drawn.points).toHaveLength(4);
    expect(off).toBeLessThan(2e-4);
  });

  it('one of more curves than an outline has points is refused in words', () => {
    const wavy = `M0 0${Array.from({ length: 300 }, (_, i) => `Q${i + 0.5} ${i % 2 ? 3 : -3} ${i + 1} 0`).join('')}V50H0Z`;
    expect(() => drawnByPoints(part(wavy))).toThrow(RelayError);
    expect(() => drawnByPoints(part(wavy))).toThrow(/more than the 400 points/);
  });
});

describe('a link that is drawn by points', () => {
  it('keeps them where it is turned, flipped or scaled: they lie on its outline', () => {
    const drawn = drawnByPoints(part(PLATE)).part;
    const link = ownPiece('own', 'Plate', 'here', [drawn]);
    for (const made of [quarterTurned(link, 1), flippedOutline(link), resized(link, 1.7)]) {
      const [{ data, points }] = made.outline;
      const paths = parsePathData(data).map(measurePath);
      expect(rings(points!)).toBe(3);
      for (const point of points!)
        expect(Math.min(...paths.map((path) => nearestOnPath(path, point).distance))).toBeLessThan(1e-3);
    }
  });
});

describe('points of an outline with a hole', () => {
  const ring = (at: number, begins: boolean): OutlinePoint[] =>
    [
      [at, at],
      [at + 4, at],
      [at + 4, at + 4],
      [at, at + 4],
    ].map(([x, y], i) => ({ x, y, round: false, ...(begins && i === 0 ? { begins } : {}) }));
  const points = [...ring(0, false), ...ring(1, true)];

  it('the last one of a ring is followed by the first of the same', () => {
    expect(pointAfter(points, 3)).toEqual(points[0]);
    expect(pointAfter(points, 7)).toEqual(points[4]);
    expect(pointAfter(points, 4)).toEqual(points[5]);
  });

  it('one put in behind the last of a ring lies on that ring', () => {
    const more = withPointAfter(points, 3);
    expect(more[4]).toEqual({ x: 0, y: 2, round: false });
    expect([more.length, rings(more)]).toEqual([9, 2]);
    expect(parsePathData(pointsData(more)).map(({ segments }) => segments.length)).toEqual([5, 4]);
  });

  it('one taken out leaves its ring; a hole goes with its last three, the outermost ring stays', () => {
    const less = withoutPoint(points, 4);
    expect(less[4]).toEqual({ ...points[5], begins: true });
    expect(withoutPoint(less, 4)).toEqual(points.slice(0, 4));
    const three = points.slice(0, 3);
    expect(withoutPoint(three, 1)).toEqual(three);
  });
});
