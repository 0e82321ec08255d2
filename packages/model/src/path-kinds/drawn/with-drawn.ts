import type { DrawnPath } from '@coin-relay/core';
import type { DrawnPath as DrawnJobPath } from './schema';

/** A drawn path with other points; those that are the same stay the same objects. */
export function withDrawn(path: DrawnJobPath, { closed, points }: DrawnPath): DrawnJobPath {
  return { ...path, closed, points: [...points] };
}
