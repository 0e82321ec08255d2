import { placesInOrder, slopesOf } from '../edit/smooth';
import { add3, length3, sub3, type Vec3 } from '../math';
import type { FreeContour } from './free';
import type { SpaceCubic } from './segment';

/**
 * The smoothest line through points in space in order: a cubic spline over chord length, as in the plane.
 * @param given neighbours in one place count once
 * @throws RelayError path-zero-length where fewer than two places are left (three where closed)
 */
export function smoothInSpace(given: readonly Vec3[], closed: boolean): FreeContour {
  const { points, h } = placesInOrder(given, closed, (a, b) => length3(sub3(a, b)));
  const n = points.length;
  const [x, y, z] = (['x', 'y', 'z'] as const).map((axis) =>
    slopesOf(
      points.map((p) => p[axis]),
      h,
      closed,
    ),
  );
  const slope = (i: number): Vec3 => ({ x: x[i], y: y[i], z: z[i] });
  const segments = Array.from({ length: h.length }, (_, i): SpaceCubic => {
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
