import { add, angleBetween, distance, norm, scale, sub, type Vec } from '../math';
import { pieceEnd } from '../path';
import { pieceTangent, segmentAfter } from './contour';
import {
  nextIndex,
  previousIndex,
  STRAIGHT,
  segmentCount,
  type DrawnPath,
  type DrawnPoint,
  type DrawnSegment,
} from './drawn-path';

const withPoint = (path: DrawnPath, i: number, point: DrawnPoint): DrawnPath => ({
  ...path,
  points: path.points.map((old, k) => (k === i ? point : old)),
});

/**
 * A handle pulled. At a flowing point the other side turns with it, and where the other side is
 * no curve the handle keeps to its direction.
 * @param side 'out' towards the next point, 'in' towards the one before
 */
export function pullHandle(path: DrawnPath, i: number, side: 'out' | 'in', offset: Vec): DrawnPath {
  const before = previousIndex(path, i);
  const own = side === 'out' ? i : before;
  const other = side === 'out' ? before : i;
  if (own === null || path.points[own]?.next.kind !== 'curve') return path;
  const otherSegment = other === null || other >= segmentCount(path) ? null : path.points[other].next;
  let pulled = offset;
  let made = path;
  if (path.points[i].flowing && other !== null && otherSegment) {
    if (otherSegment.kind === 'curve') {
      const key = side === 'out' ? 'in' : 'out';
      const reach = norm(otherSegment[key]);
      const size = norm(offset);
      if (size > 0)
        made = withPoint(made, other, {
          ...made.points[other],
          next: { ...otherSegment, [key]: scale(offset, -reach / size) },
        });
    } else {
      const along = pieceTangent(segmentAfter(path, other), side === 'out' ? 1 : 0);
      const sign = side === 'out' ? 1 : -1;
      const reach = Math.max(0, sign * (offset.x * along.x + offset.y * along.y));
      pulled = scale(along, sign * reach);
    }
  }
  const next = made.points[own].next;
  if (next.kind !== 'curve') return path;
  return withPoint(made, own, { ...made.points[own], next: { ...next, [side]: pulled } });
}

/**
 * A segment bent so that it runs through a place: a straight one becomes a curve, an arc gets
 * another bulge, the handles of a curve move.
 * @param t the parameter of the segment that was taken hold of
 */
export function bendSegment(path: DrawnPath, i: number, t: number, to: Vec): DrawnPath {
  const point = path.points[i];
  const a = point;
  const b = path.points[nextIndex(path, i)];
  const { next } = point;
  if (next.kind === 'arc')
    return withPoint(path, i, { ...point, next: { kind: 'arc', bulge: bulgeThrough(a, b, to) } });
  const curve = asCurve(path, i);
  const at = pieceEnd({ kind: 'cubic', p0: a, p1: add(a, curve.out), p2: add(b, curve.in), p3: b }, t);
  const u = 1 - t;
  // Shares that move the curve at t by as much as is asked, each handle by its nearness.
  const share = 3 * u * t * (u * u + t * t);
  const move = { x: (to.x - at.x) / share, y: (to.y - at.y) / share };
  const bent: DrawnSegment = {
    kind: 'curve',
    out: { x: curve.out.x + u * move.x, y: curve.out.y + u * move.y },
    in: { x: curve.in.x + t * move.x, y: curve.in.y + t * move.y },
  };
  return withPoint(path, i, { ...point, next: bent });
}

/** The bulge of the arc from a to b through a third place: half the angle under which that sees the chord. */
function bulgeThrough(a: Vec, b: Vec, via: Vec): number {
  const seen = angleBetween(sub(a, via), sub(b, via));
  // A counter-clockwise arc sees its chord turn clockwise.
  const sweep = seen > 0 ? 2 * (seen - Math.PI) : 2 * (seen + Math.PI);
  const bulge = Math.tan(sweep / 4);
  return Math.max(-1e6, Math.min(1e6, Number.isFinite(bulge) ? bulge : 0));
}

/** The segment as a curve: handles a third of the way where it was straight. */
function asCurve(path: DrawnPath, i: number): { out: Vec; in: Vec } {
  const { next } = path.points[i];
  if (next.kind === 'curve') return next;
  const a = path.points[i];
  const b = path.points[nextIndex(path, i)];
  const third = scale(sub(b, a), 1 / 3);
  if (next.kind === 'line') return { out: third, in: scale(third, -1) };
  const piece = segmentAfter(path, i);
  const reach = norm(third);
  return { out: scale(pieceTangent(piece, 0), reach), in: scale(pieceTangent(piece, 1), -reach) };
}

/** A segment made straight, a curve with handles, or an arc. */
export function changeSegment(path: DrawnPath, i: number, kind: 'line' | 'curve' | 'arc'): DrawnPath {
  const point = path.points[i];
  if (point.next.kind === kind) return path;
  if (kind === 'line') return withPoint(path, i, { ...point, next: STRAIGHT });
  if (kind === 'arc') return withPoint(path, i, { ...point, next: { kind: 'arc', bulge: 0.4 } });
  const { out, in: back } = asCurve(path, i);
  return withPoint(path, i, { ...point, next: { kind: 'curve', out, in: back } });
}

/**
 * A point made flowing (the path runs through it without a corner; what was straight beside it
 * becomes a curve) or sharp (it keeps its handles, but each is pulled for itself).
 */
export function setFlow(path: DrawnPath, i: number, flowing: boolean): DrawnPath {
  const point = path.points[i];
  if (!flowing) {
    const { x, y, next } = point;
    return withPoint(path, i, { x, y, next });
  }
  const before = previousIndex(path, i);
  const after = i < segmentCount(path) ? nextIndex(path, i) : null;
  const made = withPoint(path, i, { ...point, flowing: true });
  if (before === null || after === null) return made;
  const back = asCurve(path, before);
  const on = asCurve(path, i);
  const reachIn = norm(back.in) || distance(point, path.points[before]) / 3;
  const reachOut = norm(on.out) || distance(point, path.points[after]) / 3;
  // Along the line between the middles of both sides: the rounder turn for the nearer neighbour.
  const u = direction(sub(path.points[after], point), distance(point, path.points[before]));
  const v = direction(sub(point, path.points[before]), distance(point, path.points[after]));
  const along = direction({ x: u.x + v.x, y: u.y + v.y }, 1);
  const points = [...made.points];
  points[before] = { ...points[before], next: { kind: 'curve', out: back.out, in: scale(along, -reachIn) } };
  const own = before === i ? points[before].next : null;
  points[i] = {
    ...points[i],
    next: { kind: 'curve', out: scale(along, reachOut), in: own?.kind === 'curve' ? own.in : on.in },
  };
  return { ...made, points };
}

function direction(v: Vec, size: number): Vec {
  const n = norm(v);
  return n > 0 ? scale(v, size / n) : { x: size, y: 0 };
}
