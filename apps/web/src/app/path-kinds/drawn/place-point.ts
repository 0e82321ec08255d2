import { STRAIGHT, type DrawnPath, type DrawnPoint, type DrawnSegment, type Vec } from '@coin-relay/core';

const NONE: Vec = { x: 0, y: 0 };

/**
 * The path with one more point at its end. An arm pulled while placing makes the point flow; it
 * is kept for the stretch that comes next.
 */
export function placePoint(path: DrawnPath, at: Vec, arm: Vec | null): DrawnPath {
  const made: DrawnPoint = {
    x: at.x,
    y: at.y,
    ...(arm ? { flowing: true } : {}),
    next: arm ? { kind: 'curve', out: arm, in: NONE } : STRAIGHT,
  };
  const last = path.points.at(-1);
  if (!last) return { ...path, points: [made] };
  const before = { ...last, next: joinTo(last, made, arm) };
  return { ...path, points: [...path.points.slice(0, -1), before, made] };
}

/** The path closed by going back to its first point. */
export function closeByPlacing(path: DrawnPath): DrawnPath {
  const first = path.points[0];
  const last = path.points[path.points.length - 1];
  const arm = first.flowing && first.next.kind === 'curve' ? first.next.out : null;
  return {
    closed: true,
    points: [...path.points.slice(0, -1), { ...last, next: joinTo(last, first, arm) }],
  };
}

/** The stretch from a point, which may have kept an arm, to the next, whose arm arrives mirrored. */
function joinTo(from: DrawnPoint, to: Vec, arm: Vec | null): DrawnSegment {
  const kept = from.flowing && from.next.kind === 'curve' ? from.next.out : null;
  if (!kept && !arm) return STRAIGHT;
  const third = { x: (to.x - from.x) / 3, y: (to.y - from.y) / 3 };
  return {
    kind: 'curve',
    out: kept ?? third,
    in: arm ? { x: -arm.x, y: -arm.y } : { x: -third.x, y: -third.y },
  };
}
