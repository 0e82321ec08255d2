import { isInside } from '@coin-relay/core';
import type { Boundary } from '@coin-relay/model';
import type { Matrix } from './placement-matrix';

/** A circle round the points of an outline: its middle, and the farthest point from it. */
interface Round {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

const rounds = new WeakMap<Float64Array, Round>();

function roundOf(hull: Float64Array): Round {
  const known = rounds.get(hull);
  if (known) return known;
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let p = 0; p < hull.length; p += 2) {
    x0 = Math.min(x0, hull[p]);
    x1 = Math.max(x1, hull[p]);
    y0 = Math.min(y0, hull[p + 1]);
    y1 = Math.max(y1, hull[p + 1]);
  }
  const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
  let r = 0;
  for (let p = 0; p < hull.length; p += 2) r = Math.max(r, Math.hypot(hull[p] - x, hull[p + 1] - y));
  const found = { x, y, r };
  rounds.set(hull, found);
  return found;
}

/** The square of the distance from a point to the outline of an area. */
function distance2(area: Float64Array, x: number, y: number): number {
  let best = Infinity;
  const n = area.length;
  for (let i = 0, j = n - 2; i < n; j = i, i += 2) {
    const dx = area[i] - area[j];
    const dy = area[i + 1] - area[j + 1];
    const px = x - area[j];
    const py = y - area[j + 1];
    const size = dx * dx + dy * dy;
    const t = size > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / size)) : 0;
    const qx = px - t * dx;
    const qy = py - t * dy;
    best = Math.min(best, qx * qx + qy * qy);
  }
  return best;
}

/**
 * How a piece lies to a boundary, by a circle round it: wholly on the side that is kept, wholly on the
 * other, or too near to tell.
 */
export function sideOfBoundary(boundary: Boundary, hull: Float64Array, m: Matrix): 'kept' | 'gone' | 'near' {
  const { x: cx, y: cy, r } = roundOf(hull);
  const x = m[0] * cx + m[2] * cy + m[4];
  const y = m[1] * cx + m[3] * cy + m[5];
  // No map stretches a length by more than this.
  const reach = r * Math.hypot(m[0], m[1], m[2], m[3]);
  if (distance2(boundary.area, x, y) <= reach * reach) return 'near';
  return isInside(boundary.area, x, y) === (boundary.keep === 'inside') ? 'kept' : 'gone';
}

/**
 * May a piece that must stay whole be drawn? Every point of its outline has to lie on the side of
 * the boundary that is kept. Most pieces are nowhere near the boundary, which a circle round them
 * tells; only the others are looked at point by point.
 * @param hull points of the piece's outline in its own axes, x and y in turn
 */
export function isKeptWhole(boundary: Boundary, hull: Float64Array, m: Matrix): boolean {
  const side = sideOfBoundary(boundary, hull, m);
  if (side !== 'near') return side === 'kept';
  const inside = boundary.keep === 'inside';
  for (let p = 0; p < hull.length; p += 2) {
    const px = m[0] * hull[p] + m[2] * hull[p + 1] + m[4];
    const py = m[1] * hull[p] + m[3] * hull[p + 1] + m[5];
    if (isInside(boundary.area, px, py) !== inside) return false;
  }
  return true;
}

/** The same for points that are placed already. */
export function areKept(boundary: Boundary, points: Float64Array): boolean {
  for (let p = 0; p < points.length; p += 2) {
    if (!isOnKeptSide(boundary, points[p], points[p + 1])) return false;
  }
  return true;
}

/** Does a point lie on the side of a boundary that is kept? */
export const isOnKeptSide = ({ area, keep }: Boundary, x: number, y: number): boolean =>
  isInside(area, x, y) === (keep === 'inside');

/** Is there anything of a piece to be seen: of one that must stay whole, all of it; of one that is cut, some of it? */
export const isThere = (boundary: Boundary | null, hull: Float64Array, m: Matrix): boolean =>
  boundary === null ||
  (boundary.how === 'whole' ? isKeptWhole(boundary, hull, m) : sideOfBoundary(boundary, hull, m) !== 'gone');
