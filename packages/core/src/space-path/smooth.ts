import { slopesOf } from '../edit/smooth';
import { RelayError } from '../error';
import { add3, length3, sub3, type Vec3 } from '../math';
import type { FreeContour } from './free';
import type { SpaceCubic } from './segment';

/**
 * The smoothest line through points in space in order: a cubic spline over chord length, as in the plane.
 * @param given neighbours in one place count once
 * @throws RelayError path-zero-length where fewer than two places are left (three where closed)
 */
export function smoothInSpace(given: readonly Vec3[], closed: boolean): FreeContour {
  const apart = (a: Vec3, b: Vec3): number => length3(sub3(a, b));
  const points = given.filter((p, i) => i === 0 || apart(p, given[i - 1]) > 0);
  if (closed && points.length > 1 && apart(points[0], points[points.length - 1]) === 0) points.pop();
  const n = points.length;
  if (n < (closed ? 3 : 2)) {
    throw new RelayError(
      'path-zero-length',
      `A smooth line needs at least ${closed ? 3 : 2} places; there are ${n}.`,
    );
  }
  const spans = closed ? n : n - 1;
  const h = Array.from({ length: spans }, (_, i) => apart(points[i], points[(i + 1) % n]));
  const [x, y, z] = (['x', 'y', 'z'] as const).map((axis) =>
    slopesOf(
      points.map((p) => p[axis]),
      h,
      closed,
    ),
  );
  const slope = (i: number): Vec3 => ({ x: x[i], y: y[i], z: z[i] });
  const segments = Array.from({ length: spans }, (_, i): SpaceCubic => {
    const [p0, p3, k] = [points[i], points[(i + 1) % n], h[i] / 3];
    return {
      kind: 'cubic',
      p0,
      p1: add3(p0, slope(i), k),
      p2: add3(p3, slope((i + 1) % n), -k),
      p3,
    };
  });
  return { segments, closed };
}
