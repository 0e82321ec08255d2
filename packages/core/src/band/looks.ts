import type { Ring } from '../solid/rings';
import { STATION_NUMBERS, type BandLine } from './line';

/** Where a band folds over on the inside of a bend, and how much of its section would not. */
export interface BandFold {
  /** Arc length, mm. */
  readonly s: number;
  /** The section times this just does not fold there; below one. */
  readonly passes: number;
}

/** Where a band is twisted the most. */
export interface BandTwist {
  readonly s: number;
  /** How much its edges slope against the way it goes, radians. */
  readonly slope: number;
}

const [X, Y] = [3, 6];

/**
 * Looks from station to station whether any corner of the section goes backwards: where a bend is tighter than the
 * section reaches to its inside. Null where it does not.
 */
export function bandFold(line: BandLine, rings: readonly Ring[]): BandFold | null {
  let worst: BandFold | null = null;
  eachStep(line, (s, a, b, step) => {
    const along = (o: number): number => {
      let sum = 0;
      for (let c = 0; c < 3; c++) sum += (b[o + c] - a[o + c]) * step.way[c];
      return sum;
    };
    const [dx, dy] = [along(X), along(Y)];
    const back = rings.reduce((most, ring) => {
      let found = most;
      for (let i = 0; i < ring.length; i += 2) found = Math.max(found, -(ring[i] * dx + ring[i + 1] * dy));
      return found;
    }, 0);
    const passes = back > 0 ? step.long / back : Infinity;
    if (passes <= 1 && passes < (worst?.passes ?? Infinity)) worst = { s, passes };
  });
  return worst;
}

/** Where the edges of a band slope the most against the way it goes, because it is twisted about it; null where it is not. */
export function bandTwist(line: BandLine, rings: readonly Ring[]): BandTwist | null {
  const reach = rings.reduce((most, ring) => {
    let found = most;
    for (let i = 0; i < ring.length; i += 2) found = Math.max(found, Math.hypot(ring[i], ring[i + 1]));
    return found;
  }, 0);
  let worst: BandTwist | null = null;
  eachStep(line, (s, a, b, { way, long }) => {
    // What is left of how x turns towards y once both are looked at along the way.
    const flat = (of: ArrayLike<number>, o: number): number[] => {
      const on = [0, 1, 2].reduce((sum, c) => sum + of[o + c] * way[c], 0);
      return [0, 1, 2].map((c) => of[o + c] - on * way[c]);
    };
    const [p, q] = [flat(a, X), flat(b, X)];
    const cross = [p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]];
    const turn = Math.abs(
      Math.atan2(
        cross.reduce((sum, value, c) => sum + value * way[c], 0),
        p.reduce((sum, value, c) => sum + value * q[c], 0),
      ),
    );
    const size = Math.hypot(...q);
    const slope = Math.atan((turn * reach * size) / long);
    if (slope > LEAST_SLOPE && slope > (worst?.slope ?? 0)) worst = { s, slope };
  });
  return worst;
}

/** Less than this, radians, is rounding. */
const LEAST_SLOPE = 1e-6;

interface Step {
  /** Unit vector from one station to the next, and how far that is, mm. */
  readonly way: readonly number[];
  readonly long: number;
}

/** Each stretch between two stations that are apart, with the arc length of its middle. */
function eachStep(
  { places, frames, closed }: BandLine,
  see: (s: number, a: Float64Array, b: Float64Array, step: Step) => void,
): void {
  const n = places.length;
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const j = (i + 1) % n;
    const a = frames.subarray(STATION_NUMBERS * i, STATION_NUMBERS * (i + 1));
    const b = frames.subarray(STATION_NUMBERS * j, STATION_NUMBERS * (j + 1));
    const gone = [0, 1, 2].map((c) => b[c] - a[c]);
    const long = Math.hypot(...gone);
    const s = j > i ? (places[i] + places[j]) / 2 : places[i];
    if (long > 0) see(s, a, b, { way: gone.map((value) => value / long), long });
  }
}
