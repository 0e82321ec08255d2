import { setOutNeeds } from './set-out';
import type { JobPiece } from '../families';
import type { Job, Run } from './shape';

/** Are the pieces of a run laid one against the next? */
export const laysEndToEnd = ({ fit }: Pick<Run, 'fit'>): boolean => !!fit.endToEnd;

/** A fit whose long body gives way in a piece that is not in a sequence is none of one long body. */
export function withoutLostBody<F extends Run['fit']>(fit: F, sequence: readonly string[]): F {
  const { endToEnd } = fit;
  if (!endToEnd?.body || sequence.includes(endToEnd.body.piece)) return fit;
  return { ...fit, endToEnd: { gap: endToEnd.gap } };
}

/** Every piece a run uses, once each: those of its sequence first, then those of rules and single places. */
export function piecesOfRun(job: Pick<Job, 'pieces'>, run: Run): JobPiece[] {
  const named = run.setOut
    ? setOutNeeds(run.setOut).flatMap(({ kind, id: wanted }) => (kind === 'piece' ? [wanted] : []))
    : [];
  const ids = new Set([...run.sequence, ...named]);
  return [...ids].flatMap((wanted) => job.pieces.find((piece) => piece.id === wanted) ?? []);
}
