import { integrateOnce } from '../math';
import type { SegmentCurve } from './segment';

/** How fast a curve runs along its parameter t in [0, 1]: all that its arc length needs to be known. */
export interface Paced {
  /** Parameters inside (0, 1) where a table has to be cut, increasing. */
  readonly cuts: readonly number[];
  /** Writes the squared speed at t, and half its derivative. */
  pace(t: number, out: Float64Array): void;
}

/** The pace of a curve in the plane. */
export function pacedCurve(curve: SegmentCurve): Paced {
  const d = new Float64Array(6);
  return {
    cuts: curve.cuts,
    pace(t, out) {
      curve.derivatives(t, d);
      out[0] = d[2] * d[2] + d[3] * d[3];
      out[1] = d[2] * d[4] + d[3] * d[5];
    },
  };
}

/**
 * One part of a curve on which the parameter is a quintic polynomial of the arc length:
 * t(σ) = Σ coefficients[k] σ^k for σ in [0, length].
 */
export interface TablePart {
  readonly length: number;
  readonly coefficients: readonly [number, number, number, number, number, number];
}

interface End {
  readonly t: number;
  /** dt/ds and d²t/ds² there; not finite where the curve stands still. */
  readonly d1: number;
  readonly d2: number;
}

const MAX_DEPTH = 48;
/** Parts of one curve; a curve that wants more is at the end of what doubles can tell apart. */
const MOST_PARTS = 4_096;

/**
 * Cuts a curve into parts whose arc length inverts to the parameter by a quintic Hermite
 * polynomial (value, first and second derivative at both ends). Parts are halved until the
 * length, the inverse in their middle (where the error of a quintic Hermite interpolant is
 * largest) and the quarter points agree with the integral.
 *
 * Neighbouring parts meet exactly, whatever the tolerances.
 *
 * @param tolerance largest error of a part's length, mm (absolute)
 * @param inverseTolerance largest error of the place found for a length, mm (absolute)
 */
export function arcLengthTable(curve: Paced, tolerance: number, inverseTolerance: number): TablePart[] {
  const d = new Float64Array(2);
  const speed = (t: number): number => {
    curve.pace(t, d);
    return Math.sqrt(d[0]);
  };
  const end = (t: number): End => {
    curve.pace(t, d);
    return { t, d1: 1 / Math.sqrt(d[0]), d2: -d[1] / (d[0] * d[0]) };
  };
  const parts: TablePart[] = [];

  const cover = (a: End, b: End, whole: number, depth: number): void => {
    const mid = (a.t + b.t) / 2;
    const first = integrateOnce(speed, a.t, mid);
    const second = integrateOnce(speed, mid, b.t);
    const length = first + second;
    const last = depth >= MAX_DEPTH || parts.length >= MOST_PARTS || !(length > tolerance);
    if (last) {
      if (length > 0) parts.push({ length, coefficients: straight(a.t, b.t, length) });
      return;
    }
    const agreed = Math.abs(whole - length) <= tolerance;
    if (agreed && Number.isFinite(a.d1 + a.d2) && Number.isFinite(b.d1 + b.d2)) {
      const coefficients = hermiteInverse(a, b, length);
      const quarter = (a.t + mid) / 2;
      const quarterLength = integrateOnce(speed, a.t, quarter);
      const off = (sigma: number, t: number): number =>
        Math.abs(polynomial(coefficients, sigma) - t) * speed(t);
      if (off(first, mid) <= inverseTolerance && off(quarterLength, quarter) <= inverseTolerance) {
        parts.push({ length, coefficients });
        return;
      }
    }
    const m = end(mid);
    cover(a, m, first, depth + 1);
    cover(m, b, second, depth + 1);
  };

  const stops = [0, ...curve.cuts, 1];
  for (let i = 0; i + 1 < stops.length; i++) {
    const a = end(stops[i]);
    const b = end(stops[i + 1]);
    cover(a, b, integrateOnce(speed, a.t, b.t), 0);
  }
  return parts;
}

function polynomial(c: TablePart['coefficients'], x: number): number {
  return ((((c[5] * x + c[4]) * x + c[3]) * x + c[2]) * x + c[1]) * x + c[0];
}

function straight(t0: number, t1: number, length: number): TablePart['coefficients'] {
  return [t0, (t1 - t0) / length, 0, 0, 0, 0];
}

/** The quintic through both ends with their first and second derivatives (by arc length). */
function hermiteInverse(a: End, b: End, h: number): TablePart['coefficients'] {
  const rise = b.t - a.t - a.d1 * h - (a.d2 * h * h) / 2;
  const slope = b.d1 - a.d1 - a.d2 * h;
  const bend = b.d2 - a.d2;
  const h2 = h * h;
  const h3 = h2 * h;
  return [
    a.t,
    a.d1,
    a.d2 / 2,
    (10 * rise) / h3 - (4 * slope) / h2 + bend / (2 * h),
    (-15 * rise) / (h3 * h) + (7 * slope) / h3 - bend / h2,
    (6 * rise) / (h3 * h2) - (3 * slope) / (h3 * h) + bend / (2 * h3),
  ];
}
