import type { Run } from '../job/parts';
import { kindOf } from './all';
import type { AnyPath, PathPlane, PlaneJob } from './kind';

/** The plane of a path: its own, or that of the path it is made from; null where it lies in the drawing. */
export function planeOf(job: PlaneJob, path: AnyPath): PathPlane | null {
  const { paths } = job;
  // A path is not made from itself; even so this ends.
  let at: AnyPath | undefined = path;
  for (let i = 0; at && i <= paths.length; i++) {
    const plane = kindOf(at).ownPlane?.(at, job) ?? at.plane;
    if (plane) return plane;
    const of: unknown = 'of' in at ? at.of : null;
    at = paths.find(({ id }) => id === of);
  }
  return null;
}

/** The plane of the path that a run is on. */
export function planeOfRun(job: PlaneJob, run: Pick<Run, 'path'>): PathPlane | null {
  const path = job.paths.find(({ id }) => id === run.path);
  return path ? planeOf(job, path) : null;
}
