import { cross3, dot3, length3, scale3, sub3, type Map3, type Vec3 } from '../math';
import type { Contour, Segment } from '../path';
import { arcPoint, type FreeContour, type FreeSegment } from './free';

/** A line in space lies in a plane where no point of it is further off than this part of its size. */
const FLAT = 1e-6;
/** Its points lie on one straight line where none is further off than this part of its size: many planes go through it. */
const STRAIGHT = 1e-9;

/** A line in space that lies in a plane: as a contour of that plane, and where the plane stands. */
export interface LaidFlat {
  readonly contour: Contour;
  /** Takes the contour to its place in space: a rotation and a shift. */
  readonly map: Map3;
}

/**
 * The plane that a line in space lies in, within a millionth of its size. A level one keeps x and y as they are; of
 * others the x axis is level and y goes up, and their zero point is the one nearest to that of space. A straight line
 * has a plane only where it is level and at a height of its own: there the level one is taken.
 * @returns null where it lies in no plane, or in many
 */
export function laidFlat(line: FreeContour): LaidFlat | null {
  const points = line.segments.flatMap(pointsOf);
  const [first] = points;
  if (!first) return null;
  const size = points.reduce((most, p) => Math.max(most, length3(sub3(p, first))), 0);
  const normal = isLevel(points, size) ? { x: 0, y: 0, z: 1 } : normalOf(points, size);
  if (!normal) return null;
  if (points.some((p) => Math.abs(dot3(sub3(p, first), normal)) > FLAT * size)) return null;
  const map = planeMap(normal, dot3(first, normal));
  return { contour: { closed: line.closed, segments: line.segments.map((piece) => flat(piece, map)) }, map };
}

const isLevel = (points: readonly Vec3[], size: number): boolean =>
  points.every(({ z }) => Math.abs(z - points[0].z) <= FLAT * size);

/** Points that a piece lies in a plane with. */
function pointsOf(piece: FreeSegment): readonly Vec3[] {
  switch (piece.kind) {
    case 'line':
      return [piece.a, piece.b];
    case 'cubic':
      return [piece.p0, piece.p1, piece.p2, piece.p3];
    case 'arc':
      return [0, 1, 2, 3].map((k) => arcPoint(piece, (k * piece.sweep) / 3));
  }
}

/** Square to the first point, that farthest from it, and that farthest from the line through both. */
function normalOf(points: readonly Vec3[], size: number): Vec3 | null {
  const from = points[0];
  const far = farthest(points, (p) => length3(sub3(p, from)));
  const along = sub3(far, from);
  const side = farthest(points, (p) => length3(cross3(sub3(p, from), along)));
  const across = cross3(along, sub3(side, from));
  const area = length3(across);
  if (!(area > STRAIGHT * size * size)) return null;
  const normal = scale3(across, 1 / area);
  // Seen from above, or from the front where it stands upright; else from the right.
  const seen =
    Math.abs(normal.z) > STRAIGHT ? normal.z : Math.abs(normal.y) > STRAIGHT ? -normal.y : normal.x;
  return seen < 0 ? scale3(normal, -1) : normal;
}

function farthest(points: readonly Vec3[], off: (p: Vec3) => number): Vec3 {
  let [most, found] = [-1, points[0]];
  for (const point of points) {
    const by = off(point);
    if (by > most) [most, found] = [by, point];
  }
  return found;
}

/** The map that takes x and y of a plane to space: its normal, and how far it is from the zero point along that. */
function planeMap(normal: Vec3, off: number): Map3 {
  const level = Math.hypot(normal.x, normal.y);
  const x = level > STRAIGHT ? { x: -normal.y / level, y: normal.x / level, z: 0 } : { x: 1, y: 0, z: 0 };
  const y = cross3(normal, x);
  const o = scale3(normal, off);
  return [x.x, y.x, normal.x, o.x, x.y, y.y, normal.y, o.y, x.z, y.z, normal.z, o.z];
}

function flat(piece: FreeSegment, m: Map3): Segment {
  const x = { x: m[0], y: m[4], z: m[8] };
  const y = { x: m[1], y: m[5], z: m[9] };
  const origin = { x: m[3], y: m[7], z: m[11] };
  const at = (p: Vec3): { x: number; y: number } => {
    const from = sub3(p, origin);
    return { x: dot3(from, x), y: dot3(from, y) };
  };
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: at(piece.a), b: at(piece.b) };
    case 'cubic':
      return { kind: 'cubic', p0: at(piece.p0), p1: at(piece.p1), p2: at(piece.p2), p3: at(piece.p3) };
    case 'arc': {
      const { centre, u, v, radius, sweep } = piece;
      const hand = dot3(cross3(u, v), { x: m[2], y: m[6], z: m[10] }) < 0 ? -1 : 1;
      const start = Math.atan2(dot3(u, y), dot3(u, x));
      return { kind: 'arc', centre: at(centre), radius, start, sweep: hand * sweep };
    }
  }
}
