import type { Job, JobPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { turningStrands, turnsWith } from './turning';

/** Is there anything in a job that has to be worked out ahead? */
export const needsPrecomputing = (job: Job): boolean =>
  (job.motion.breaths ?? []).length > 0 ||
  (job.ties ?? []).some(({ is }) => is.kind === 'rope') ||
  movingRuns(job).length > 0;

/** The runs on paths that move within the loop. */
export function movingRuns(job: Job): { run: string; path: JobPath }[] {
  const turning = turningStrands(job);
  return job.runs.flatMap(({ id, path: on }) => {
    const path = job.paths.find((entry) => entry.id === on);
    return path && (kindOf(path).moves?.(path) || turnsWith(job, path, turning)) ? [{ run: id, path }] : [];
  });
}
