import { isInside } from '@coin-relay/core';
import type { Boundary } from '@coin-relay/model';
import type { Matrix } from './seat';

/**
 * May a piece that must stay whole be drawn? Every point of its outline has to lie on the side of
 * the boundary that is kept.
 * @param hull points of the piece's outline in its own axes, x and y in turn
 */
export function isKeptWhole(boundary: Boundary, hull: Float64Array, m: Matrix): boolean {
  const inside = boundary.keep === 'inside';
  for (let p = 0; p < hull.length; p += 2) {
    const x = m[0] * hull[p] + m[2] * hull[p + 1] + m[4];
    const y = m[1] * hull[p] + m[3] * hull[p + 1] + m[5];
    if (isInside(boundary.area, x, y) !== inside) return false;
  }
  return true;
}

/** The same for points that are placed already. */
export function areKept(boundary: Boundary, points: Float64Array): boolean {
  const inside = boundary.keep === 'inside';
  for (let p = 0; p < points.length; p += 2) {
    if (isInside(boundary.area, points[p], points[p + 1]) !== inside) return false;
  }
  return true;
}
