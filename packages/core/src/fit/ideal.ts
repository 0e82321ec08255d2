import { anchorPlace, type MeasuredPath } from '../path';
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
 * The ideal count all the way round a closed path. Bending pieces: L / p. Stiff links: the real N
 * at which the chord c(N) is the pitch, by interpolating N c(N), which hardly bends, between
 * whole N. The phases that c is averaged over are counted from a place of the path's own, so that the
 * count does not depend on where the path begins.
 * @returns null where the stiff row does not settle
 */
export function idealCount(path: MeasuredPath, pitch: number, pieces: Engagement): Ideal | null {
  if (pieces === 'bending') return { count: path.length / pitch, solved: new Map() };
  const anchor = anchorPlace(path) / path.length;
  const solved = new Map<number, RingCycle>();
  const cycle = (n: number): RingCycle | null => {
    const known = solved.get(n);
    if (known) return known;
    const made = solveRingCycle(path, n, IDEAL_PHASES, undefined, undefined, (anchor * n) % 1);
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
