import {
  measurePath,
  measureShape,
  RelayError,
  spaceSource,
  type Contour,
  type FitSource,
  type MeasuredPath,
  type SpaceShape,
} from '@coin-relay/core';
import type { Job, JobPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import type { AnyPath, PathGround, PathHolds } from '../path-kinds/kind';
import { restingHolds } from './resting-anchor';

/** A path of a job as the core takes it: one in space by its shape, a route by its wheels, everything else as its contour. */
export function sourceOf(job: Job, path: JobPath): FitSource {
  // What knows how it is fitted says so, whether or not it leaves its plane.
  const own = kindOf(path).source?.(path, job);
  if (own) return own;
  const shape = shapeOf(job, path);
  return shape ? spaceSource(shape) : { kind: 'contour', contour: pathContour(job, path) };
}

/**
 * What a path is in space; null where it stays in its plane.
 * @throws RelayError where it cannot be drawn as it is
 */
export function shapeOf(job: Job, path: JobPath): SpaceShape | null {
  const inSpace = kindOf(path).inSpace?.(path, groundOf(job, path, restingHolds(job)));
  if (inSpace) return { kind: 'pieces', contour: inSpace };
  const { profile } = path as AnyPath;
  if (!profile) return null;
  const under = pathContour(job, path);
  const { length } = measurePath(under);
  return {
    kind: 'raised',
    under,
    stations: profile.stations.map(({ at, z }) => ({ u: at * length, z })),
    smooth: profile.smooth,
  };
}

/**
 * Any path of a job by its arc length, as it stands at frame 0.
 * @throws RelayError where it cannot be drawn as it is
 */
export function measuredPath(job: Job, path: JobPath): MeasuredPath {
  const shape = shapeOf(job, path);
  return shape ? measureShape(shape) : measurePath(pathContour(job, path));
}

/**
 * The contour of any path of a job, as it stands at frame 0; of one in space what is seen of it in plan.
 * @throws RelayError where it cannot be drawn as it is
 */
export function pathContour(job: Job, path: JobPath): Contour {
  return kindOf(path).contour(path, groundOf(job, path, restingHolds(job)));
}

/** What a path is laid on, held as is said; paths that it is made from are as they are at rest. */
export function groundOf(job: Job, path: JobPath, holds: Omit<PathHolds, 'job'>): PathGround {
  return {
    job,
    anchorAt: holds.anchorAt,
    lengthBy: holds.lengthBy,
    of: (id) => pathContour(job, otherPath(job, path, id)),
    measured: (id) => measuredPath(job, otherPath(job, path, id)),
  };
}

function otherPath({ paths }: Job, path: JobPath, id: string): JobPath {
  const other = paths.find((entry) => entry.id === id);
  if (other) return other;
  throw new RelayError('job-incomplete', `Path “${path.name}” is made from a path that is not in this job.`, {
    field: 'paths',
  });
}
