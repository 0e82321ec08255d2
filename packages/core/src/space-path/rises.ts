import { goldenMaximum, integrateOnce } from '../math';
import { isSpatial, newReading, pathReader, SEGMENT, type MeasuredPath } from '../path';

/** Parts that a curve is taken in. */
const PARTS = 16;

/**
 * How long a path is in plan, mm: what is seen of it along z. Exact for straight lines, round helices and raised paths;
 * for curves by Gauss’ rule on parts of them, within 1e-6 of it also where they go straight towards who looks.
 */
export function lengthInPlan(path: MeasuredPath): number {
  if (!isSpatial(path)) return path.length;
  if (path.under) return path.under.length;
  const read = pathReader(path);
  const out = newReading();
  const flat = (s: number): number => {
    read(s, out);
    return Math.sqrt(out[2] * out[2] + out[3] * out[3]);
  };
  let length = 0;
  for (let k = 0; k < path.kinds.length; k++) {
    const from = path.starts[k];
    const part = (path.starts[k + 1] - from) / (path.kinds[k] === SEGMENT.spaceLine ? 1 : PARTS);
    for (let i = 0; i < (path.kinds[k] === SEGMENT.spaceLine ? 1 : PARTS); i++)
      length += integrateOnce(flat, from + i * part, from + (i + 1) * part);
  }
  return length;
}

/** Where a path is steepest. */
export interface Steepest {
  /** Arc length, mm. */
  readonly s: number;
  /** Height gained by length in plan: tan of its angle; Infinity where it is upright, negative downwards. */
  readonly slope: number;
}

/** Looks at one segment before the steepest of them is refined. */
const LOOKS = 8;
const REFINEMENTS = 40;

/** The steepest place of a path; null where it stays level. */
export function steepestPlace(path: MeasuredPath): Steepest | null {
  if (!isSpatial(path)) return null;
  const read = pathReader(path);
  const out = newReading();
  const rise = (s: number): number => {
    read(s, out);
    return Math.abs(out[6]);
  };
  let [best, at] = [0, 0];
  const take = (s: number): void => {
    const value = rise(s);
    if (value > best * (1 + 1e-12)) [best, at] = [value, s];
  };
  for (let k = 0; k < path.kinds.length; k++) {
    const [from, to] = [path.starts[k], path.starts[k + 1]];
    if (path.kinds[k] === SEGMENT.spaceLine) {
      take((from + to) / 2);
      continue;
    }
    const inside = (s: number): number =>
      Math.max(from + (to - from) * 1e-9, Math.min(to - (to - from) * 1e-9, s));
    const step = (to - from) / LOOKS;
    for (let i = 0; i <= LOOKS; i++) take(inside(from + i * step));
    if (at >= from && at <= to)
      take(goldenMaximum(rise, inside(at - step), inside(at + step), REFINEMENTS).x);
  }
  if (!(best > 0)) return null;
  read(at, out);
  const flat = Math.sqrt(out[2] * out[2] + out[3] * out[3]);
  return { s: at, slope: flat > 1e-12 ? out[6] / flat : Math.sign(out[6]) * Infinity };
}
