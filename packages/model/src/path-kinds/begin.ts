import { freshId } from '../job/fresh-id';
import type { Job, JobPath } from '../job/shape';
import { ALL_PATH_KINDS } from './all';
import type { Begun, PathOffer } from './kind';

/** The ways to begin a path, in the order they are offered in. */
export const PATH_OFFERS: readonly PathOffer<JobPath>[] = ALL_PATH_KINDS.flatMap(
  ({ offers }): readonly PathOffer<JobPath>[] => offers,
);

/**
 * A new path to begin with, and the wheels that come with it; null where it cannot be made from nothing.
 * @param offer the id of an offer
 * @param at the path at work, for what is made from another one
 */
export function beginPath(
  job: Pick<Job, 'paths' | 'wheels'>,
  offer: string,
  at: JobPath | null = null,
): Begun<JobPath> | null {
  const begun = PATH_OFFERS.find(({ id }) => id === offer)?.begin({
    id: freshId(job.paths, offer),
    wheelIds(many) {
      const taken: { id: string }[] = [...job.wheels];
      return Array.from({ length: many }, () => {
        const id = freshId(taken, 'wheel');
        taken.push({ id });
        return id;
      });
    },
    at,
  });
  return begun ? { ...begun, path: { ...begun.path, name: freshPathName(job, begun.path.name) } } : null;
}

/** A name that tells a path from the others of the job. */
export function freshPathName(job: Pick<Job, 'paths'>, name: string): string {
  const taken = new Set(job.paths.map((path) => path.name));
  let fresh = name;
  for (let k = 2; taken.has(fresh); k++) fresh = `${name.slice(0, 76)} ${k}`;
  return fresh;
}
