import { RelayError } from '../error';
import { add3, dot3, length3, scale3, sub3, type Vec3 } from '../math';
import type { SpaceDrawnPoint } from './drawn';

/** A path in space as it is drawn. */
export interface SpaceDrawn {
  readonly closed: boolean;
  readonly points: readonly SpaceDrawnPoint[];
}

const LINE = { kind: 'line' } as const;

/** How many pieces it has. */
export const spacePieces = ({ closed, points }: SpaceDrawn): number =>
  closed ? points.length : Math.max(0, points.length - 1);

/** Moves points by an offset, mm. */
export function moveSpacePoints<D extends SpaceDrawn>(path: D, chosen: ReadonlySet<number>, by: Vec3): D {
  return {
    ...path,
    points: path.points.map((point, i) => (chosen.has(i) ? { ...point, ...add3(point, by) } : point)),
  };
}

/** Takes points out; what led to one leads straight on to the next. */
export function deleteSpacePoints<D extends SpaceDrawn>(path: D, chosen: ReadonlySet<number>): D {
  const n = path.points.length;
  const gone = (i: number): boolean => chosen.has((i + n) % n);
  return {
    ...path,
    points: path.points.flatMap((point, i) =>
      chosen.has(i) ? [] : [gone(i + 1) && (path.closed || i + 1 < n) ? { ...point, next: LINE } : point],
    ),
  };
}

/** Puts a point on a piece, at a part of it: the line stays the same (de Casteljau on curves). */
export function insertSpacePoint<D extends SpaceDrawn>(path: D, i: number, t: number): D {
  const { points } = path;
  const [a, b] = [points[i], points[(i + 1) % points.length]];
  const mix = (p: Vec3, q: Vec3): Vec3 => add3(p, sub3(q, p), t);
  if (a.next.kind === 'line') {
    const made: SpaceDrawnPoint = { ...mix(a, b), radius: 0, next: LINE };
    return { ...path, points: [...points.slice(0, i + 1), made, ...points.slice(i + 1)] };
  }
  const [p1, p2] = [add3(a, a.next.out), add3(b, a.next.in)];
  const [q0, q1, q2] = [mix(a, p1), mix(p1, p2), mix(p2, b)];
  const [r0, r1] = [mix(q0, q1), mix(q1, q2)];
  const at = mix(r0, r1);
  const first: SpaceDrawnPoint = { ...a, next: { kind: 'curve', out: sub3(q0, a), in: sub3(r0, at) } };
  const made: SpaceDrawnPoint = {
    ...at,
    radius: 0,
    next: { kind: 'curve', out: sub3(r1, at), in: sub3(q2, b) },
  };
  return { ...path, points: [...points.slice(0, i), first, made, ...points.slice(i + 1)] };
}

/** Looks along one curve for the place that is nearest to a point. */
const LOOKS = 64;

/** The piece of a drawn path that passes nearest to a place, and at which part of it. */
export function nearestSpacePiece(
  path: SpaceDrawn,
  place: Vec3,
): { readonly piece: number; readonly t: number } | null {
  const { points } = path;
  let best: { piece: number; t: number; off: number } | null = null;
  const take = (piece: number, t: number, at: Vec3): void => {
    const off = length3(sub3(at, place));
    if (!best || off < best.off) best = { piece, t, off };
  };
  for (let i = 0; i < spacePieces(path); i++) {
    const [a, b] = [points[i], points[(i + 1) % points.length]];
    if (a.next.kind === 'line') {
      const way = sub3(b, a);
      const size = dot3(way, way);
      const t = size > 0 ? Math.max(0, Math.min(1, dot3(sub3(place, a), way) / size)) : 0;
      take(i, t, add3(a, way, t));
      continue;
    }
    for (let k = 0; k <= LOOKS; k++)
      take(i, k / LOOKS, cubicAt(a, add3(a, a.next.out), add3(b, a.next.in), b, k / LOOKS));
  }
  return best;
}

function cubicAt(p0: Vec3, p1: Vec3, p2: Vec3, p3: Vec3, t: number): Vec3 {
  const u = 1 - t;
  const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
  return add3(add3(scale3(p0, a), p1, b), add3(scale3(p2, c), p3, d));
}

/** Makes a piece straight, or a curve whose handles lie along it until they are pulled. */
export function changeSpacePiece<D extends SpaceDrawn>(path: D, i: number, to: 'line' | 'curve'): D {
  const { points } = path;
  const [a, b] = [points[i], points[(i + 1) % points.length]];
  if (a.next.kind === to) return path;
  const third = scale3(sub3(b, a), 1 / 3);
  const next = to === 'line' ? LINE : { kind: 'curve' as const, out: third, in: scale3(third, -1) };
  return { ...path, points: points.map((point, k) => (k === i ? { ...point, next } : point)) };
}

/** Opens a closed path at a point, which both ends then have. */
export function openSpaceAt<D extends SpaceDrawn>(path: D, i: number): D {
  const { points } = path;
  const turned = [...points.slice(i), ...points.slice(0, i)];
  return { ...path, closed: false, points: [...turned, { ...turned[0], radius: 0, next: LINE }] };
}

/**
 * Joins two open paths where their ends are nearest to each other: with one point where they meet within a reach, mm,
 * else by a straight line.
 * @throws RelayError request-invalid where one of them is closed, or has no points
 */
export function joinSpacePaths<D extends SpaceDrawn>(path: D, other: SpaceDrawn, reach: number): D {
  if (path.closed || other.closed || path.points.length === 0 || other.points.length === 0)
    throw new RelayError('request-invalid', 'Only open paths with points can be joined.');
  const ways = [path, turnSpaceRound(path)].flatMap((first) =>
    [other, turnSpaceRound(other)].map((second) => ({ first, second })),
  );
  const gap = ({ first, second }: (typeof ways)[number]): number =>
    length3(sub3(second.points[0], first.points[first.points.length - 1]));
  const best = ways.reduce((a, b) => (gap(b) < gap(a) ? b : a));
  const head = best.first.points;
  const tail = best.second.points;
  const points =
    gap(best) <= reach
      ? [...head.slice(0, -1), { ...head[head.length - 1], next: tail[0].next }, ...tail.slice(1)]
      : [...head, ...tail];
  return { ...path, points };
}

/** The same line from its end to its beginning. */
export function turnSpaceRound({ closed, points }: SpaceDrawn): SpaceDrawn {
  const n = points.length;
  return {
    closed,
    points: points.map((_, k) => {
      const i = n - 1 - k;
      // What leads to a point leads away from it now.
      const before = i > 0 ? points[i - 1].next : closed ? points[n - 1].next : LINE;
      const next = before.kind === 'curve' ? { ...before, out: before.in, in: before.out } : before;
      return { ...points[i], next };
    }),
  };
}
