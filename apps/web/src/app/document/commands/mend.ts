import {
  mendPath,
  piecesOfRun,
  profileOf,
  withPitch,
  type Job,
  type JobPath,
  type Mend,
  type Run,
} from '@coin-relay/model';
import type { Command } from './command';
import { setProfile, writePath } from './paths';

const MEND_LABELS: Readonly<Record<Mend['do'], string>> = {
  reverse: 'Reverse path',
  start: 'Move start',
  round: 'Round corners',
  smooth: 'Smooth path',
  thin: 'Thin out path',
  close: 'Close path',
  straighten: 'Straighten path',
  mirror: 'Mirror path',
  scale: 'Scale path',
  free: 'Free into points',
};

/**
 * Mends a path.
 * @param grow for scaling: the pieces of the runs on it grow with it
 * @returns the command, and what came of it in words
 * @throws RelayError naming what cannot be done
 */
export function mend(job: Job, path: JobPath, what: Mend, grow = false): { command: Command; words: string } {
  const { path: next, wheels, words } = mendPath(job, path, what);
  return {
    words,
    command: {
      label: MEND_LABELS[what.do],
      recipe: (draft) => {
        writePath(draft, path, next);
        const profile = profileOf(next);
        if (profile && profileOf(path)) setProfile(path.id, profile).recipe(draft);
        for (const wheel of wheels) {
          const at = draft.wheels.findIndex((w) => w.id === wheel.id);
          if (at >= 0) draft.wheels[at] = wheel;
        }
        if (what.do !== 'scale' || !grow) return;
        const growing = new Set(
          draft.runs
            .filter((run) => run.path === path.id)
            .flatMap((run) => piecesOfRun(draft as Job, run as Run).map(({ id }) => id)),
        );
        draft.pieces.forEach((piece, i) => {
          if (growing.has(piece.id)) draft.pieces[i] = withPitch(piece, piece.pitch * what.factor);
        });
      },
    },
  };
}
