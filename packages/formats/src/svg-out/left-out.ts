import type { Machine } from '@coin-relay/model';
import { placementMode } from '@coin-relay/scene';

/**
 * What of a machine's motion a drawing that plays by itself does not show, a sentence each; none where it
 * shows all of it.
 */
export function leftOutOfMotion({ job, rows, motions }: Machine): string[] {
  const breathing = new Set((job.motion.breaths ?? []).map(({ run }) => run));
  return [...rows.values()].flatMap(({ resolved, fit }) => {
    const { id, name } = resolved.run;
    const moves = (motions.get(id)?.travel ?? 0) !== 0;
    const runsOn = moves && fit.row.kind === 'ring';
    return [
      moves && !runsOn ? `“${name}” stands still in it: only rows that close run on without an end.` : '',
      runsOn && resolved.sequence.some((piece) => placementMode(piece) === 'bent')
        ? `Pieces of “${name}” that bend keep one shape in it.`
        : '',
      breathing.has(id) ? `“${name}” does not breathe in it.` : '',
    ].filter((words) => words !== '');
  });
}
