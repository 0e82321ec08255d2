import { RelayError } from '../error';
import { wrapInto } from '../math';
import { measurePath, type Contour } from '../path';
import { cutContour, reverseContour } from './cut';

/** Which way round a stretch goes between two picked places of a closed outline. */
export type StretchWay = 'shorter' | 'longer';

/**
 * The stretch of an outline through picked places, in their order, as an open contour that runs
 * from the first to the last. Between two places on a closed outline the way is chosen; places
 * in between decide it themselves.
 * @param picks two or more places, as parts of the outline's length from 0 to 1
 * @throws RelayError stretch-invalid where the places do not follow each other one way round
 */
export function stretchOf(outline: Contour, picks: readonly number[], way: StretchWay): Contour {
  if (picks.length < 2 || !picks.every((pick) => pick >= 0 && pick <= 1)) {
    throw new RelayError('stretch-invalid', 'A stretch of an outline needs two picked places on it.', {
      field: 'picks',
    });
  }
  const { length } = measurePath(outline);
  const s = picks.map((pick) => pick * length);
  const from = s[0];
  const to = s[s.length - 1];
  const forwards = outline.closed ? goesForwards(s, length, way) : from < to;
  if (!outline.closed && !isMonotone(s, forwards)) offOrder();
  return forwards ? cutContour(outline, from, to) : reverseContour(cutContour(outline, to, from));
}

function offOrder(): never {
  throw new RelayError(
    'stretch-invalid',
    'The picked places do not follow each other one way round the outline. Pick them in the order the stretch runs.',
    { field: 'picks' },
  );
}

function goesForwards(s: readonly number[], length: number, way: StretchWay): boolean {
  const ahead = s.map((value) => wrapInto(value - s[0], length));
  const end = ahead[ahead.length - 1];
  if (s.length === 2) return (way === 'shorter') === end <= length / 2;
  if (isMonotone(ahead, true)) return true;
  const behind = s.map((value) => wrapInto(s[0] - value, length));
  return isMonotone(behind, true) ? false : offOrder();
}

function isMonotone(values: readonly number[], rising: boolean): boolean {
  return values.every((value, i) => i === 0 || (rising ? value > values[i - 1] : value < values[i - 1]));
}
