import { newReading, type PathReader } from '../path';

/** Relative accuracy of a chord, of the chord's length. */
const CHORD_TOLERANCE = 1e-13;
/** What arithmetic on a number may be off by, of the number. */
const ROUNDING = 4e-16;

/** The least part of a chord a search moves on by, so that a grazing approach cannot creep for ever. */
const LEAST_STEP = 1e-5;
const MOST_STEPS = 200_000;

/**
 * Makes the map from one pin to the next: the first place s' > s at the straight distance
 * `chord` from the place s. The step chord − distance never passes the first hit, as no point
 * comes nearer faster than the path runs; close to it Newton's method takes over.
 *
 * The map returns null where no place within `reach` of path answers.
 */
export function chordStepper(read: PathReader): (s: number, chord: number, reach: number) => number | null {
  const from = newReading();
  const at = newReading();
  return (s, chord, reach) => {
    read(s, from);
    const x = from[0];
    const y = from[1];
    const z = from[5];
    const end = s + reach;
    // Far from the origin, or far along, numbers are no finer than this.
    const good =
      CHORD_TOLERANCE * chord + ROUNDING * (Math.abs(x) + Math.abs(y) + Math.abs(z) + Math.abs(s) + chord);
    let u = s + chord;
    let below = s;
    let beyond = Infinity;
    for (let i = 0; i < MOST_STEPS && u <= end; i++) {
      read(u, at);
      const dx = at[0] - x;
      const dy = at[1] - y;
      const dz = at[5] - z;
      const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
      const lack = chord - d;
      if (Math.abs(lack) <= good || beyond - below <= ROUNDING * Math.abs(u)) return u;
      if (lack > 0) below = u;
      else beyond = u;
      const slope = (dx * at[2] + dy * at[3] + dz * at[6]) / d;
      const newton = u + lack / slope;
      if (beyond < Infinity) u = newton > below && newton < beyond ? newton : (below + beyond) / 2;
      else if (slope > 0.2 && lack < 0.01 * chord) u = newton;
      else u += Math.max(lack, LEAST_STEP * chord);
    }
    return null;
  };
}

/**
 * Walks a row of chords from s: writes up to `links` + 1 places to `out`.
 * @returns how many places were written; fewer than links + 1 where the row stopped
 */
export function marchChords(
  read: PathReader,
  s: number,
  chord: number,
  links: number,
  reach: number,
  out: Float64Array,
): number {
  return marchSpans(read, s, [chord], links, reach, out);
}

/**
 * Walks chords of different sizes, which come again and again in their order.
 * @returns how many places were written to `out`; fewer than many + 1 where the row stopped
 */
export function marchSpans(
  read: PathReader,
  s: number,
  spans: ArrayLike<number>,
  many: number,
  reach: number,
  out: Float64Array,
): number {
  const step = chordStepper(read);
  const period = spans.length;
  out[0] = s;
  for (let i = 0; i < many; i++) {
    const next = step(out[i], spans[i % period], reach);
    if (next === null) return i + 1;
    out[i + 1] = next;
  }
  return many + 1;
}
