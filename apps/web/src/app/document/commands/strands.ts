import { freshId, freshPathName, type Job, type JobPath, type PathOf } from '@coin-relay/model';
import { castDraft } from 'immer';
import type { Command } from './command';

/**
 * Lays the other strands beside a winding: each winds as that does, turned by its part of a turn, and carries what the
 * row on it does. Those that were laid before are laid anew.
 * @param lines all of them, this one among them
 * @param laps that each of them goes round a closed path before it meets itself: it is seen as so many strands
 */
export function layStrands(job: Job, winding: PathOf<'winding'>, lines: number, laps: number): Command {
  const strands = lines * laps;
  const isOther = (path: JobPath): boolean =>
    path.kind === 'winding' && path.of === winding.id && path.wound.by === 'like';
  const gone = new Set(job.paths.filter(isOther).map(({ id }) => id));
  const paths = job.paths.filter(({ id }) => !gone.has(id));
  const runs = job.runs.filter(({ path }) => !gone.has(path));
  const carried = runs.filter(({ path }) => path === winding.id);
  const drives = job.motion.drives.filter(({ run }) => runs.some(({ id }) => id === run));
  for (let k = 1; k < lines; k++) {
    const path: PathOf<'winding'> = {
      kind: 'winding',
      id: freshId(paths, 'strand'),
      name: freshPathName({ paths }, `${winding.name.slice(0, 60)}, strand ${k + 1}`),
      of: winding.id,
      phase: (2 * Math.PI * k) / strands,
      wound: { by: 'like' },
    };
    paths.push(path);
    for (const run of carried) {
      const id = freshId(runs, 'row');
      runs.push({ ...run, id, name: `${run.name.slice(0, 60)}, strand ${k + 1}`, path: path.id });
      const drive = drives.find((each) => each.run === run.id);
      if (drive) drives.push({ ...drive, run: id });
    }
  }
  return {
    label: 'Lay strands',
    recipe: (draft) => {
      draft.paths = castDraft(paths);
      draft.runs = castDraft(runs);
      draft.motion.drives = castDraft(drives);
    },
  };
}

/** How many lines lie beside each other: a winding, and those that are like it. */
export const linesBeside = ({ paths }: Job, winding: string): number =>
  1 +
  paths.filter((path) => path.kind === 'winding' && path.of === winding && path.wound.by === 'like').length;
