import type { CubicSegment, SegmentCurve } from '../segment';
import type { Vec } from '../../math';

export function cubicCurve({ p0, p1, p2, p3 }: CubicSegment): SegmentCurve {
  // Power basis: p(t) = ((a t + b) t + c) t + p0.
  const cx = 3 * (p1.x - p0.x);
  const cy = 3 * (p1.y - p0.y);
  const bx = 3 * (p2.x - 2 * p1.x + p0.x);
  const by = 3 * (p2.y - 2 * p1.y + p0.y);
  const ax = p3.x - p0.x - bx - cx;
  const ay = p3.y - p0.y - by - cy;
  return {
    exactLength: null,
    cuts: slowest([
      [ax, bx, cx],
      [ay, by, cy],
    ]),
    derivatives(t, out) {
      out[0] = ((ax * t + bx) * t + cx) * t + p0.x;
      out[1] = ((ay * t + by) * t + cy) * t + p0.y;
      out[2] = (3 * ax * t + 2 * bx) * t + cx;
      out[3] = (3 * ay * t + 2 * by) * t + cy;
      out[4] = 6 * ax * t + 2 * bx;
      out[5] = 6 * ay * t + 2 * by;
    },
  };
}

/** A quadratic Bézier raised to a cubic: the same curve, exactly. */
export function raiseQuadratic(q0: Vec, q1: Vec, q2: Vec): CubicSegment {
  return {
    kind: 'cubic',
    p0: q0,
    p1: { x: q0.x + (2 / 3) * (q1.x - q0.x), y: q0.y + (2 / 3) * (q1.y - q0.y) },
    p2: { x: q2.x + (2 / 3) * (q1.x - q2.x), y: q2.y + (2 / 3) * (q1.y - q2.y) },
    p3: q2,
  };
}

/**
 * Where the speed is least inside (0, 1): near-cusps sit there, and a table cut there stays
 * short. The stationary points of the squared speed are the roots of a cubic polynomial,
 * found by bisection between its own turning points.
 */
export function slowest(axes: readonly (readonly [a: number, b: number, c: number])[]): number[] {
  const g = (t: number): number =>
    axes.reduce((sum, [a, b, c]) => sum + ((3 * a * t + 2 * b) * t + c) * (6 * a * t + 2 * b), 0);
  const found: number[] = [];
  const steps = 16;
  for (let i = 0; i < steps; i++) {
    let lo = i / steps;
    let hi = (i + 1) / steps;
    if (!(g(lo) < 0 && g(hi) >= 0)) continue;
    for (let k = 0; k < 60; k++) {
      const mid = (lo + hi) / 2;
      if (g(mid) < 0) lo = mid;
      else hi = mid;
    }
    if (hi > 1e-9 && hi < 1 - 1e-9) found.push(hi);
  }
  return found;
}
