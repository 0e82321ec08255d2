import { RelayError } from '../error';
import { LIMITS } from '../limits';

export type Rounding = 'nearest' | 'down' | 'up';

/** Floors and whole numbers are taken with this relative tolerance: 0.6 / 0.1 is six. */
const WHOLE = 1e-9;

/**
 * The whole count for an ideal one: the nearest multiple of `multiple`, the next at or below,
 * or the next at or above it; never under `least` (itself rounded up to a multiple).
 */
export function chooseCount(ideal: number, multiple: number, rounding: Rounding, least: number): number {
  const units = ideal / multiple;
  const slack = WHOLE * Math.max(1, Math.abs(units));
  const chosen =
    rounding === 'down'
      ? Math.floor(units + slack)
      : rounding === 'up'
        ? Math.ceil(units - slack)
        : Math.round(units);
  return Math.max(chosen, Math.ceil(least / multiple)) * multiple;
}

/**
 * A multiple that no count near the ideal one has: none at all would be nearer than one.
 * @throws RelayError multiple-too-large
 */
export function checkMultiple(ideal: number, multiple: number): void {
  if (multiple <= 1 || ideal >= multiple / 2) return;
  throw new RelayError(
    'multiple-too-large',
    `${ideal.toFixed(2)} would fit, and no multiple of ${multiple} comes near that. Take a multiple of at most ${Math.max(1, Math.floor(ideal))}, a longer path, or a shorter pitch.`,
    { field: 'multiple' },
  );
}

/** Checks a count that was asked for. */
export function checkCount(count: number, multiple: number, least: number): void {
  if (!(Number.isInteger(count) && count >= 1)) {
    throw new RelayError(
      'request-invalid',
      `A count of ${count} cannot be made. It must be a whole number above zero.`,
      { field: 'count' },
    );
  }
  if (count < least) {
    throw new RelayError(
      'too-few-links',
      `A closed row of stiff links needs at least ${least}; ${count} cannot go round.`,
      { field: 'count' },
    );
  }
  if (count > LIMITS.links) {
    throw new RelayError(
      'too-many-links',
      `${count} links are more than the ${LIMITS.links} that can be worked on. Use a longer pitch.`,
      { field: 'count' },
    );
  }
  if (count % multiple !== 0) {
    throw new RelayError(
      'count-not-multiple',
      `${count} links are not a multiple of ${multiple}. Take ${Math.floor(count / multiple) * multiple || multiple} or ${Math.ceil(count / multiple) * multiple}.`,
      { field: 'count' },
    );
  }
}
