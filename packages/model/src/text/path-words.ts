import type { FitOutcome } from '@coin-relay/core';
import type { Job, JobPath, Unit } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { formatLength } from '../units';

/** What a path is, as the fit sentence begins. */
export const pathWords = (path: JobPath): string => kindOf(path).words(path);

/** One line for a path: what it goes round, what shape it has, or where it is from. */
export const pathSummary = (job: Job, path: JobPath): string => kindOf(path).summary(path, job);

type Lengths = Pick<FitOutcome, 'length' | 'layout'>;

/** Is the path a row is on of another length than it was drawn with, so that one has to say which is meant? */
const isOtherLength = ({ length, layout }: Lengths, unit: Unit): boolean =>
  formatLength(length, unit) !== formatLength(layout.path.length, unit);

/** What is said behind the length of a path as it was given. */
export const drawnWords = (fit: Lengths, unit: Unit): string =>
  isOtherLength(fit, unit) ? ' as drawn' : '';

/** What is said behind the length of a path as it is once something gave way. */
export const fittedWords = (fit: Lengths, unit: Unit): string =>
  isOtherLength(fit, unit) ? ' as fitted' : '';
