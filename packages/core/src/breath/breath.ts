import { RelayError } from '../error';

/** How the pieces of a row swell and shrink. */
export interface Breath {
  /** Their length along the path, or their size all round. The row is laid anew in every frame where lengths change it. */
  readonly what: 'length' | 'size';
  /** Part of one, either way. */
  readonly amount: number;
  readonly seed: number;
  /** Frames until it is back; the loop is a whole number of periods. */
  readonly period: number;
  /** About so many neighbours do the same. */
  readonly alike: number;
}

/** The most that lengths may give either way: neighbours still follow one another. */
export const MOST_BREATH = 0.9;

/** @throws RelayError breath-invalid */
export function checkBreath({ amount, period }: Breath, frames: number): void {
  if (!(amount >= 0 && amount <= MOST_BREATH)) {
    throw wrongBreath(
      `Pieces cannot breathe by ${Number((100 * amount).toFixed(2))} %. Give 0 to ${100 * MOST_BREATH} %.`,
      'amount',
    );
  }
  if (!(Number.isInteger(period) && period >= 1 && frames % period === 0)) {
    throw wrongBreath(
      `Breathing with a period of ${period} frames does not meet the end of a loop of ${frames}. Give a period that divides it.`,
      'period',
    );
  }
}

/** Frames that a breath may take: the divisors of the loop's, longest first. */
export function periodsOf(frames: number): number[] {
  const found: number[] = [];
  for (let n = 1; n * n <= frames; n++) {
    if (frames % n !== 0) continue;
    found.push(n);
    if (n * n !== frames) found.push(frames / n);
  }
  return found.sort((a, b) => b - a);
}

/** What is wrong with a breath, and which part of it. */
export const wrongBreath = (message: string, field: string): RelayError =>
  new RelayError('breath-invalid', message, { field });
