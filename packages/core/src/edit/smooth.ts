import { RelayError } from '../error';
import { distance, type Vec } from '../math';
import type { Contour, Segment } from '../path';

/**
 * The smoothest line through points in order: a cubic spline over chord length whose direction
 * and bend go on without a jump at every point (periodic where it is closed, free at the ends
 * where it is open; the standard tridiagonal system for the slopes).
 *
 * @param points x, y; neighbours in one place count once
 * @throws RelayError path-zero-length where fewer than two places are left (three where closed)
 */
export function smoothThrough(given: readonly Vec[], closed: boolean): Contour {
  const { points, h } = placesInOrder(given, closed, distance);
  const n = points.length;
  const slopes = {
    x: slopesOf(
      points.map((p) => p.x),
      h,
      closed,
    ),
    y: slopesOf(
      points.map((p) => p.y),
      h,
      closed,
    ),
  };
  const pieces = Array.from({ length: h.length }, (_, i): Segment => {
    const j = (i + 1) % n;
    const k = h[i] / 3;
    return {
      kind: 'cubic',
      p0: points[i],
      p1: { x: points[i].x + k * slopes.x[i], y: points[i].y + k * slopes.y[i] },
      p2: { x: points[j].x - k * slopes.x[j], y: points[j].y - k * slopes.y[j] },
      p3: points[j],
    };
  });
  return { segments: pieces, closed };
}

/**
 * The places a smooth line goes through, neighbours in one place counted once, and how far each is from the next one.
 * @throws RelayError path-zero-length where fewer than two are left (three where closed)
 */
export function placesInOrder<P>(
  given: readonly P[],
  closed: boolean,
  apart: (a: P, b: P) => number,
): { readonly points: readonly P[]; readonly h: readonly number[] } {
  const points = given.filter((p, i) => i === 0 || apart(p, given[i - 1]) > 0);
  if (closed && points.length > 1 && apart(points[0], points[points.length - 1]) === 0) points.pop();
  const n = points.length;
  if (n < (closed ? 3 : 2)) {
    throw new RelayError(
      'path-zero-length',
      `A smooth line needs at least ${closed ? 3 : 2} places; there are ${n}.`,
    );
  }
  const h = Array.from({ length: closed ? n : n - 1 }, (_, i) => apart(points[i], points[(i + 1) % n]));
  return { points, h };
}

/** The slopes of a cubic spline at its knots, for knot distances h: one number of each point at a time. */
export function slopesOf(values: readonly number[], h: readonly number[], closed: boolean): Float64Array {
  const n = values.length;
  const lower = new Float64Array(n);
  const main = new Float64Array(n);
  const upper = new Float64Array(n);
  const right = new Float64Array(n);
  const rise = (i: number): number => (values[(i + 1) % n] - values[i]) / h[i];
  for (let i = 0; i < n; i++) {
    const before = closed ? (i + n - 1) % n : i - 1;
    if (!closed && (i === 0 || i === n - 1)) {
      // No bend at a free end: two slopes of the end span, weighted, make three of its rise.
      main[i] = 2;
      if (i === 0) upper[i] = 1;
      else lower[i] = 1;
      right[i] = 3 * rise(i === 0 ? 0 : n - 2);
      continue;
    }
    lower[i] = h[i % h.length];
    upper[i] = h[before];
    main[i] = 2 * (h[before] + h[i % h.length]);
    right[i] = 3 * (h[i % h.length] * rise(before) + h[before] * rise(i));
  }
  return closed ? solveCyclic(lower, main, upper, right) : solveBanded(lower, main, upper, right);
}

/** Thomas' algorithm. */
function solveBanded(
  lower: Float64Array,
  main: Float64Array,
  upper: Float64Array,
  right: Float64Array,
): Float64Array {
  const n = main.length;
  const c = new Float64Array(n);
  const x = new Float64Array(n);
  let beta = main[0];
  x[0] = right[0] / beta;
  for (let i = 1; i < n; i++) {
    c[i] = upper[i - 1] / beta;
    beta = main[i] - lower[i] * c[i];
    x[i] = (right[i] - lower[i] * x[i - 1]) / beta;
  }
  for (let i = n - 2; i >= 0; i--) x[i] -= c[i + 1] * x[i + 1];
  return x;
}

/** A banded system with corners, by the formula of Sherman and Morrison. */
function solveCyclic(
  lower: Float64Array,
  main: Float64Array,
  upper: Float64Array,
  right: Float64Array,
): Float64Array {
  const n = main.length;
  const gamma = -main[0];
  const corner = { top: lower[0], bottom: upper[n - 1] };
  const diagonal = main.slice();
  diagonal[0] = main[0] - gamma;
  diagonal[n - 1] = main[n - 1] - (corner.top * corner.bottom) / gamma;
  const x = solveBanded(lower, diagonal, upper, right);
  const u = new Float64Array(n);
  u[0] = gamma;
  u[n - 1] = corner.bottom;
  const z = solveBanded(lower, diagonal, upper, u);
  const k = (x[0] + (corner.top * x[n - 1]) / gamma) / (1 + z[0] + (corner.top * z[n - 1]) / gamma);
  return x.map((value, i) => value - k * z[i]);
}
