import { setOutNeeds } from './set-out';
import type { JobPiece } from '../families';
import type { Job, Run } from './shape';

/** Are the pieces of a run laid one against the next? */
export const laysEndToEnd = ({ fit }: Pick<Run, 'fit'>): boolean => !!fit.endToEnd;

/** Every piece a run uses, once each: those of its sequence first, then those of rules and single places. */
export function piecesOfRun(job: Pick<Job, 'pieces'>, run: Run): JobPiece[] {
  const named = run.setOut
    ? setOutNeeds(run.setOut).flatMap(({ kind, id: wanted }) => (kind === 'piece' ? [wanted] : []))
    : [];
  const ids = new Set([...run.sequence, ...named]);
  return [...ids].flatMap((wanted) => job.pieces.find((piece) => piece.id === wanted) ?? []);
}
