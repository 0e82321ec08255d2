import { RelayError, type Contour, type FitSource } from '@coin-relay/core';
import type { Job, JobPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import type { PathGround, PathHolds } from '../path-kinds/kind';
import { restingHolds } from './resting-anchor';

/** A path of a job as the core takes it: a route by its wheels, everything else as its contour. */
export function sourceOf(job: Job, path: JobPath): FitSource {
  return kindOf(path).source?.(path, job) ?? { kind: 'contour', contour: pathContour(job, path) };
}

/**
 * The contour of any path of a job, as it stands at frame 0.
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
    of(id) {
      const other = job.paths.find((entry) => entry.id === id);
      if (other) return pathContour(job, other);
      throw new RelayError(
        'job-incomplete',
        `Path “${path.name}” is made from a path that is not in this job.`,
        { field: 'paths' },
      );
    },
  };
}
