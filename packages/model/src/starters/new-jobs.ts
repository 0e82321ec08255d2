import type { Shape } from '@coin-relay/core';
import type { Job } from '../job/schema';
import { kindOf, type JobPath } from '../path-kinds/all';
import { beginPath } from '../path-kinds/begin';
import { plainJob } from './plain-job';

/** A new job on an outline. */
export const outlineJob = (name: string, data: string): Job =>
  jobOnPath({ kind: 'outline', id: 'loop', name, data });

/** A new job on a path. One that leaves the drawing lies on the ground: what is up in space is up there too. */
export function jobOnPath(path: JobPath): Job {
  const leaves = kindOf(path).inSpace !== undefined || path.plane !== undefined;
  return {
    ...plainJob(path.name),
    wheels: [],
    paths: [{ ...path, id: 'loop' }],
    ...(leaves ? { stands: 'lying' } : {}),
  };
}

/** A new job on an empty sheet: its path is drawn point by point. */
export const drawnJob = (name: string): Job => jobOn(name, 'drawn');

/** A new job on a ready shape. */
export const shapeJob = (name: string, of: Shape['of']): Job => jobOn(name, of);

/** A new job on a path that leaves the plane, by points, or wound: what is up is up on the ground too. */
export const jobInSpace = (name: string, by: 'space' | 'helix'): Job => ({
  ...jobOn(name, by),
  stands: 'lying',
});

/** A new job on a hanging row, whose links are counted. */
export const hangingJob = (name: string): Job => jobOn(name, 'hang');

function jobOn(name: string, offer: string): Job {
  const begun = beginPath({ paths: [], wheels: [] }, offer);
  if (!begun) throw new Error(`nothing begins with “${offer}”`);
  return { ...plainJob(name), wheels: [...begun.wheels], paths: [{ ...begun.path, id: 'loop' }] };
}
