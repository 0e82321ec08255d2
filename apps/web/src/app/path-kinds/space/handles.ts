import type { Vec3 } from '@coin-relay/core';
import type { PathOf } from '@coin-relay/model';

type Space = PathOf<'space'>;

/** The point before one; null before the first of an open path. */
export const before = ({ points, closed }: Space, i: number): number | null =>
  i > 0 ? i - 1 : closed ? points.length - 1 : null;

/** A handle of a point pulled to an offset from it; what is not told of it stays. */
export function pulled(path: Space, i: number, side: 'out' | 'in', to: Partial<Vec3>): Space {
  const piece = side === 'out' ? i : before(path, i);
  return {
    ...path,
    points: path.points.map((point, k) => {
      const { next } = point;
      return k === piece && next.kind === 'curve'
        ? { ...point, next: { ...next, [side]: { ...next[side], ...to } } }
        : point;
    }),
  };
}
