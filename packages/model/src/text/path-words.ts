import { isSpatial, lengthInPlan, type FitOutcome, type MeasuredPath } from '@coin-relay/core';
import type { Job, JobPath, Unit } from '../job/schema';
import { kindOf } from '../path-kinds/all';
import { formatLength } from '../units';

/** What a path is, as the fit sentence begins. */
export const pathWords = (path: JobPath): string => kindOf(path).words(path);

/** One line for a path: what it goes round, what shape it has, or where it is from. */
export const pathSummary = (job: Job, path: JobPath): string => kindOf(path).summary(path, job);

/** What is said behind the length of a path as it is once something gave way; nothing where that changed it by nothing that is told. */
export const fittedWords = ({ length, layout }: Pick<FitOutcome, 'length' | 'layout'>, unit: Unit): string =>
  formatLength(length, unit) === formatLength(layout.path.length, unit) ? '' : ' as fitted';

/** What is said behind the length of a path that leaves its plane: that it is told in space, and how long it is in plan. */
export const planWords = (path: MeasuredPath, unit: Unit): string =>
  isSpatial(path) ? ` in space (${formatLength(lengthInPlan(path), unit)} in plan)` : '';

/** Slopes above this are upright: within a thousandth of a degree. */
const UPRIGHT = 1e5;

/** A slope in words: in percent and in degrees. */
export function slopeWords(slope: number): string {
  const degrees = (Math.atan(Math.abs(slope)) * 180) / Math.PI;
  const percent = Math.abs(slope) < UPRIGHT ? `${(100 * Math.abs(slope)).toFixed(1)} %, ` : 'upright, ';
  return `${percent}${degrees.toFixed(1)}°`;
}
