import type { Job, JobPiece } from '@coin-relay/model';

/** Links a piece is tried with. */
export const TRIAL_LINKS = 3;

/** A job to try a piece in: three of it on the path, path and pitch as they are. */
export function trialJob(job: Job, path: string, piece: JobPiece): Job {
  const others = job.pieces.filter(({ id }) => id !== piece.id);
  return {
    ...job,
    pieces: [piece, ...others],
    runs: [
      {
        id: 'trial',
        name: 'Trial',
        path,
        sequence: [piece.id],
        fit: { hold: 'both', rounding: 'down', multiple: 1, count: TRIAL_LINKS },
      },
    ],
    motion: { ...job.motion, drives: [] },
  };
}
