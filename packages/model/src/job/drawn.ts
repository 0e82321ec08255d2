import type { DrawnPath } from '@coin-relay/core';
import type { PathOf } from './shape';

/** A drawn path with other points; those that are the same stay the same objects. */
export function withDrawn(path: PathOf<'drawn'>, { closed, points }: DrawnPath): PathOf<'drawn'> {
  return { ...path, closed, points: [...points] };
}
