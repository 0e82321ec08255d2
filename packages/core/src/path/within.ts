import { wrapInto } from '../math';
import type { MeasuredPath } from './measured';

/** A place of a path within its length: of a closed one on its first lap, of an open one no further than its ends. */
export const withinPath = ({ length, closed }: Pick<MeasuredPath, 'length' | 'closed'>, s: number): number =>
  closed ? wrapInto(s, length) : Math.max(0, Math.min(length, s));
