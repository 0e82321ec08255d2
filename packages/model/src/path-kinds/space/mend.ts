import {
  drawnSpacePath,
  length3,
  measureSpacePath,
  mm,
  RelayError,
  roundSpaceCorners,
  spaceBounds,
  sub3,
  thinSpacePoints,
  turnSpaceRound,
  type Vec3,
} from '@coin-relay/core';
import type { Mend, Mended } from '../../mend/mends';
import type { PathJob } from '../kind';
import type { SpacePath } from './schema';

type Point = SpacePath['points'][number];
const LINE: Point['next'] = { kind: 'line' };

/** How near the ends of a path are to count as one place when it is closed, mm. */
const ENDS_MEET = 1e-3;

/** What can be done to a path in space is done to its points: it stays one. */
export function mendSpace(path: SpacePath, _job: PathJob, mend: Mend): Mended<SpacePath> {
  const { points, words } = mendPoints(path, mend);
  return {
    path: { ...path, points: [...points], ...(mend.do === 'close' ? { closed: true } : {}) },
    wheels: [],
    words,
  };
}

function mendPoints(path: SpacePath, mend: Mend): { points: readonly Point[]; words: string } {
  const { points, closed, name } = path;
  const done = (found: readonly Point[], words = ''): { points: readonly Point[]; words: string } => ({
    points: found,
    words,
  });
  switch (mend.do) {
    case 'free':
      return done(points);
    case 'reverse':
      return done(turnSpaceRound(path).points);
    case 'start':
      return done(begunAt(path, mend.at));
    case 'mirror':
    case 'scale':
      return done(points.map(placement(path, mend)));
    case 'round': {
      const found = roundSpaceCorners(points, closed, mend.radius);
      return done(
        found.points,
        `${found.rounded} ${found.rounded === 1 ? 'corner' : 'corners'} rounded.${found.largest === null ? '' : ` It does not fit ${found.left} more, where at most ${mm(found.largest)} fits.`}`,
      );
    }
    case 'smooth':
      return done(smoothed(path));
    case 'straighten':
      return done(points.map((point) => ({ ...point, next: LINE })));
    case 'thin': {
      const kept = thinSpacePoints(points, closed, mend.tolerance);
      return done(
        kept.map((i) => points[i]),
        `${points.length} points became ${kept.length}; no point is further off than ${mend.tolerance} mm.`,
      );
    }
    case 'close': {
      if (closed) throw new RelayError('request-invalid', `Path “${name}” is closed already.`);
      const meets = points.length > 3 && length3(sub3(points[0], points[points.length - 1])) <= ENDS_MEET;
      return done(meets ? points.slice(0, -1) : points);
    }
  }
}

/** A closed path begins at the point nearest to an arc length. */
function begunAt({ points, closed, name }: SpacePath, at: number): Point[] {
  if (!closed)
    throw new RelayError(
      'request-invalid',
      `“${name}” is an open path, which begins where its first point is.`,
    );
  const path = measureSpacePath(drawnSpacePath(points, closed));
  const starts = points.map((_, i) => path.pieceStarts[Math.min(i, path.pieceStarts.length - 1)]);
  const off = starts.map((s) => Math.min(Math.abs(s - at), path.length - Math.abs(s - at)));
  const first = off.indexOf(Math.min(...off));
  return [...points.slice(first), ...points.slice(0, first)];
}

/** Mirroring and scaling leave the middle of the path where it is. */
function placement(
  { points, closed }: SpacePath,
  mend: Extract<Mend, { do: 'mirror' | 'scale' }>,
): (point: Point) => Point {
  const [x0, y0, z0, x1, y1, z1] = spaceBounds(measureSpacePath(drawnSpacePath(points, closed)));
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2, z: (z0 + z1) / 2 };
  if (mend.do === 'scale' && !(mend.factor > 0 && Number.isFinite(mend.factor)))
    throw new RelayError(
      'request-invalid',
      `A path cannot be scaled by ${mend.factor}: give a factor above zero.`,
      { field: 'factor' },
    );
  const size = mend.do === 'scale' ? mend.factor : 1;
  const by: Vec3 =
    mend.do === 'scale'
      ? { x: size, y: size, z: size }
      : { x: mend.axis === 'upright' ? -1 : 1, y: mend.axis === 'level' ? -1 : 1, z: 1 };
  const turned = (v: Vec3): Vec3 => ({ x: v.x * by.x, y: v.y * by.y, z: v.z * by.z });
  return (point) => {
    const { x, y, z } = turned(sub3(point, middle));
    const { next } = point;
    return {
      x: middle.x + x,
      y: middle.y + y,
      z: middle.z + z,
      radius: point.radius * size,
      next: next.kind === 'curve' ? { ...next, out: turned(next.out), in: turned(next.in) } : next,
    };
  };
}

/** Curves through all points: handles along the line from the point before to the one behind (Catmull and Rom). */
function smoothed({ points, closed }: SpacePath): Point[] {
  const n = points.length;
  const at = (i: number): Point => (closed ? points[(i + n) % n] : points[Math.max(0, Math.min(n - 1, i))]);
  const slope = (i: number): Vec3 => {
    const { x, y, z } = sub3(at(i + 1), at(i - 1));
    return { x: x / 6, y: y / 6, z: z / 6 };
  };
  return points.map((point, i) => {
    if (!closed && i === n - 1) return { ...point, next: LINE };
    const [out, back] = [slope(i), slope(i + 1)];
    return { ...point, next: { kind: 'curve', out, in: { x: -back.x, y: -back.y, z: -back.z } } };
  });
}
