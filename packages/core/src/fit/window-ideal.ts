import { mm, RelayError } from '../error';
import { wrapInto } from '../math';
import type { MeasuredPath } from '../path';
import { chooseCount } from './count';
import { idealCount } from './ideal';
import { isOnPoints, type RowWindow } from './lay';
import { spacingsBetween } from './laying';
import type { FitRequest } from './request';
import type { RingCycle } from './ring-cycle';
import type { Layout } from './source';

export interface IdealOn {
  readonly ideal: number;
  /** Spacings before and behind the place the row runs both ways from. */
  readonly halves: readonly [before: number, behind: number] | null;
  /** Rows solved on the way, by their count. */
  readonly seeds: ReadonlyMap<number, RingCycle> | null;
}

/** How many pieces would fit on the window. */
export function idealOn({ path }: Layout, window: RowWindow, request: FitRequest, stuck: boolean): IdealOn {
  const { pitch, pieces, hold, lay } = request;
  const extra = isOnPoints(lay, window) ? 1 : 0;
  const between = (from: number, to: number): number =>
    stuck ? (to - from) / pitch : spacingsBetween(path, from, to, pitch, pieces);
  if (hold === 'both' && lay.middle !== null) {
    const { middle, from, to } = middleOn(path, window, lay.middle);
    // Round a closed path the two ways meet on its far side.
    const halves = [between(from, middle), between(middle, to)] as const;
    return { ideal: halves[0] + halves[1] + extra, halves, seeds: null };
  }
  if (!window.ring) return { ideal: between(window.from, window.to) + extra, halves: null, seeds: null };
  const solved = stuck ? null : idealCount(path, pitch, pieces);
  return { ideal: solved?.count ?? path.length / pitch, halves: null, seeds: solved?.solved ?? null };
}

/** The place a row runs both ways from, within its window; on a closed path half a lap each way. */
export function middleOn(
  path: MeasuredPath,
  window: RowWindow,
  middle: number,
): { middle: number; from: number; to: number } {
  if (!window.ring) {
    const s = path.closed ? window.from + wrapInto(middle - window.from, path.length) : middle;
    if (s >= window.from && s <= window.to) return { ...window, middle: s };
    throw new RelayError(
      'stretch-invalid',
      `The place at ${mm(middle)} that the row should run both ways from lies outside of the part it is on, ${mm(window.from)} to ${mm(window.to)}. Choose one within.`,
      { field: 'middle' },
    );
  }
  return { middle, from: middle - path.length / 2, to: middle + path.length / 2 };
}

/** The whole count that an ideal one becomes. */
export function countFor(
  ideal: number,
  halves: IdealOn['halves'],
  { multiple, rounding, hold }: FitRequest,
  least: number,
): number {
  // What hangs has to be longer than what is taut.
  if (!halves) return chooseCount(ideal, multiple, hold === 'slack' ? 'up' : rounding, least);
  const extra = Math.round(ideal - halves[0] - halves[1]);
  const whole = halves.map((half) => chooseCount(half, 1, rounding, 0));
  return chooseCount(whole[0] + whole[1] + extra, multiple, 'down', least);
}
