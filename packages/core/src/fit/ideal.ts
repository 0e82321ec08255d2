import { marchChords } from '../chain';
import { pathReader, type MeasuredPath } from '../path';
import { bracketedRoot } from '../math';
import { LIMITS } from '../limits';
import { solveRingCycle, type RingCycle } from './ring-cycle';
import type { Engagement } from '../route';

/** Phases that the ideal count is averaged over. */
const IDEAL_PHASES = 8;

/** Fewest links that close on themselves. */
export const LEAST_RING = 3;

/** How many pieces of a pitch would fit, as a real number. */
export interface Ideal {
  readonly count: number;
  /** Rows solved on the way, by their count: they start the fit that follows. */
  readonly solved: ReadonlyMap<number, RingCycle>;
}

/**
 * The ideal count. Bending pieces: L / p. Stiff links on an open path: chords marched from the
 * start, the last one in part. Stiff links on a closed path: the real N at which the chord
 * c(N) is the pitch, by interpolating N c(N), which hardly bends, between whole N.
 * @returns null where the stiff row does not settle
 */
export function idealCount(path: MeasuredPath, pitch: number, pieces: Engagement): Ideal | null {
  if (pieces === 'bending') return { count: path.length / pitch, solved: new Map() };
  return path.closed ? closedIdeal(path, pitch) : { count: openIdeal(path, pitch), solved: new Map() };
}

function closedIdeal(path: MeasuredPath, pitch: number): Ideal | null {
  const solved = new Map<number, RingCycle>();
  const cycle = (n: number): RingCycle | null => {
    const known = solved.get(n);
    if (known) return known;
    const made = solveRingCycle(path, n, IDEAL_PHASES);
    if (made) solved.set(n, made);
    return made;
  };
  // c(N) ≤ L / N, so the count sought is at or below L / p; on tight wheels some links below.
  let n = Math.max(LEAST_RING, Math.floor(path.length / pitch));
  for (let tries = 0; tries < 8; tries++) {
    const at = cycle(n);
    if (!at || at.mean >= pitch || n === LEAST_RING) break;
    n = Math.max(LEAST_RING, Math.min(n - 1, Math.floor((n * at.mean) / pitch)));
  }
  // Longer links may not pass at all: then the line through the next two counts is carried on.
  for (let k = n; k < n + 4; k++) {
    const at = cycle(k);
    const above = at && cycle(k + 1);
    if (!at || !above) continue;
    const q = k * at.mean;
    const rise = (k + 1) * above.mean - q;
    return { count: k + (q - pitch * k) / (pitch - rise), solved };
  }
  return null;
}

/** Whole chords from the start, and the part of one more that is left, by its straight distance. */
function openIdeal(path: MeasuredPath, pitch: number): number {
  const read = pathReader(path);
  const most = Math.min(LIMITS.links, Math.ceil(path.length / pitch) + 1);
  const places = new Float64Array(most + 1);
  const made = marchChords(read, 0, pitch, most, path.length, places);
  for (let i = 1; i < made; i++) {
    if (places[i] > path.length * (1 + 1e-12)) {
      const within = (path.length - places[i - 1]) / (places[i] - places[i - 1]);
      return i - 1 + within;
    }
  }
  return made - 1;
}

/**
 * The chord at which `links` links reach from the start of an open path to its end exactly.
 * @returns null where no chord does
 */
export function openChord(path: MeasuredPath, links: number): number | null {
  const read = pathReader(path);
  const places = new Float64Array(links + 1);
  const end = (chord: number): number => {
    const made = marchChords(read, 0, chord, links, path.length, places);
    return made <= links ? path.length : places[links] - path.length;
  };
  const most = path.length / links;
  if (end(most) <= 1e-13 * path.length) return most;
  let low = most;
  for (let k = 0; k < 40; k++) {
    low *= 0.8;
    if (end(low) < 0) {
      const chord = bracketedRoot(end, low, most, 1e-15 * most);
      return Math.abs(end(chord)) <= 1e-9 * path.length ? chord : null;
    }
  }
  return null;
}
