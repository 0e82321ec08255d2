import { integrateOnce } from '../math';
import { checkContour, roughLength } from './contour-checks';
import type { Contour, Segment } from './segment';
import { pieceCurve } from './segments';

/** Error allowed to a curve's length, as a part of its own. */
const TOLERANCE = 1e-10;
const MOST_HALVINGS = 30;

/**
 * The length of a contour, mm, within 1e-10 of its own: much lighter than measuring it, for what is
 * only to be listed. Numeric integration by halving until two rules agree.
 * @throws RelayError path-not-finite, path-zero-length, path-data-too-large, as measuring it would
 */
export function contourLength(contour: Contour): number {
  const least = checkContour(contour);
  let length = 0;
  for (const piece of contour.segments) length += pieceLength(piece);
  return least(length);
}

function pieceLength(piece: Segment): number {
  const curve = pieceCurve(piece);
  if (curve.exactLength !== null) return curve.exactLength;
  const d = new Float64Array(6);
  const speed = (t: number): number => {
    curve.derivatives(t, d);
    return Math.sqrt(d[2] * d[2] + d[3] * d[3]);
  };
  const tolerance = roughLength(piece) * TOLERANCE;
  const between = (a: number, b: number, whole: number, depth: number): number => {
    const mid = (a + b) / 2;
    const first = integrateOnce(speed, a, mid);
    const second = integrateOnce(speed, mid, b);
    if (Math.abs(first + second - whole) <= tolerance || depth >= MOST_HALVINGS) return first + second;
    return between(a, mid, first, depth + 1) + between(mid, b, second, depth + 1);
  };
  const stops = [0, ...curve.cuts, 1];
  let length = 0;
  for (let i = 0; i + 1 < stops.length; i++)
    length += between(stops[i], stops[i + 1], integrateOnce(speed, stops[i], stops[i + 1]), 0);
  return length;
}
