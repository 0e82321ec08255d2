import type { CatenarySegment, CubicSegment } from './segment';
import { catenaryCurve } from './segments/catenary';

const MOST_HALVINGS = 12;

/**
 * Cubic pieces that follow a catenary: tangents and ends are the catenary's own, and each piece
 * is halved until its middle is within the tolerance.
 * @param tolerance mm, absolute
 */
export function catenaryCubics(piece: CatenarySegment, tolerance: number): CubicSegment[] {
  const curve = catenaryCurve(piece);
  const made: CubicSegment[] = [];
  const at = (t: number): Float64Array => {
    const out = new Float64Array(6);
    curve.derivatives(t, out);
    return out;
  };
  const cover = (t0: number, t1: number, a: Float64Array, b: Float64Array, depth: number): void => {
    const k = (t1 - t0) / 3;
    const cubic: CubicSegment = {
      kind: 'cubic',
      p0: { x: a[0], y: a[1] },
      p1: { x: a[0] + k * a[2], y: a[1] + k * a[3] },
      p2: { x: b[0] - k * b[2], y: b[1] - k * b[3] },
      p3: { x: b[0], y: b[1] },
    };
    const middle = at((t0 + t1) / 2);
    const x = (cubic.p0.x + 3 * cubic.p1.x + 3 * cubic.p2.x + cubic.p3.x) / 8;
    const y = (cubic.p0.y + 3 * cubic.p1.y + 3 * cubic.p2.y + cubic.p3.y) / 8;
    if (Math.hypot(x - middle[0], y - middle[1]) <= tolerance || depth >= MOST_HALVINGS) {
      made.push(cubic);
      return;
    }
    cover(t0, (t0 + t1) / 2, a, middle, depth + 1);
    cover((t0 + t1) / 2, t1, middle, b, depth + 1);
  };
  cover(0, 1, at(0), at(1), 0);
  return made;
}
