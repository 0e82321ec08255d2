import type { Job, JobPath } from '../job/schema';
import { kindOf } from '../path-kinds/all';

/** What a path is, as the fit sentence begins. */
export const pathWords = (path: JobPath): string => kindOf(path).words(path);

/** One line for a path: what it goes round, what shape it has, or where it is from. */
export const pathSummary = (job: Job, path: JobPath): string => kindOf(path).summary(path, job);
