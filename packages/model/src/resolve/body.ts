import { mm, PLAIN_LAY, RelayError, windowOf, type MeasuredPath } from '@coin-relay/core';
import type { Run } from '../job/schema';

/** How many long bodies lie one after the other: one, where no count is fixed. */
export const bodiesOf = ({ fit, sequence }: Run): number =>
  fit.count === null ? 1 : Math.max(1, Math.round(fit.count / sequence.length));

/**
 * The lengths of the pieces of a long body: they keep theirs, but for the one that takes what they leave of the length
 * of the body, or of the path that it is on.
 * @param lengths of the pieces of the sequence as they are made, mm
 * @throws RelayError request-invalid where nothing is left
 */
export function bodyLengths(run: Run, lengths: readonly number[], path: MeasuredPath): number[] {
  const { name, sequence, fit } = run;
  const { gap, body } = fit.endToEnd ?? { gap: 0 };
  if (!body) return [...lengths];
  const window = windowOf(path, fit.lay ?? PLAIN_LAY);
  const bodies = bodiesOf(run);
  const room = window.to - window.from;
  const gaps = window.ring ? bodies * sequence.length : bodies * sequence.length - 1;
  const whole = body.length ?? (room - gaps * gap) / bodies;
  const gives = sequence.map((piece) => piece === body.piece);
  const kept = lengths.reduce((sum, length, i) => sum + (gives[i] ? 0 : length), 0);
  const many = gives.filter(Boolean).length;
  const own = body.length === null ? 0 : (sequence.length - 1) * gap;
  const left = (whole - kept - own) / many;
  if (!(left > 0))
    throw new RelayError(
      'request-invalid',
      `“${name}” is ${mm(whole)} long, and its other pieces take ${mm(kept + own)} of that: nothing is left for the one between them. Make it longer, or those shorter.`,
      { field: 'endToEnd' },
    );
  return lengths.map((length, i) => (gives[i] ? left : length));
}
