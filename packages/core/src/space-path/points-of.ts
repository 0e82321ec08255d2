import { add3, angle3, length3, sub3, type Vec3 } from '../math';
import type { SpaceDrawnPoint } from './drawn';
import type { SpaceDrawn } from './edit';
import { arcCubics, arcWay, freeEnds, type FreeContour, type FreeSegment } from './free';
import type { SpaceArc, SpaceCubic, SpaceLine } from './segment';

/** Legs this near to the way of an arc go into it without a corner, radians. */
const TANGENT = 1e-6;
/** Arcs that turn by more than this round no corner that could be drawn, radians. */
const MOST_TURN = Math.PI - 1e-2;
/** A leg beside a rounded corner is at least this long, of the radius. */
const LEAST_LEG = 1e-6;

/**
 * The points a line in space is drawn by. Arcs between two legs that go straight into them become corners with their
 * radius; others become curves, off by less than 1e-8 of their radius.
 */
export function spacePointsOf({ segments, closed }: FreeContour): SpaceDrawn {
  const n = segments.length;
  const at = (i: number): FreeSegment | null =>
    closed ? segments[(i + n) % n] : i >= 0 && i < n ? segments[i] : null;
  const isCorner = segments.map((piece, i) => {
    if (piece.kind !== 'arc') return false;
    const [before, behind] = [at(i - 1), at(i + 1)];
    return before?.kind === 'line' && behind?.kind === 'line' && before !== behind
      ? rounds(before, piece, behind)
      : false;
  });
  const corner = (i: number): boolean => isCorner[(i + n) % n];
  const points: SpaceDrawnPoint[] = [];
  segments.forEach((piece, i) => {
    switch (piece.kind) {
      case 'line': {
        const from = corner(i - 1) ? at(i - 1) : null;
        points.push(
          from?.kind === 'arc'
            ? { ...tipOf(from), radius: from.radius, next: LINE }
            : { ...piece.a, radius: 0, next: LINE },
        );
        break;
      }
      case 'cubic':
        points.push(curved(piece));
        break;
      case 'arc':
        if (!isCorner[i]) points.push(...arcCubics(piece).map(curved));
    }
  });
  if (!closed) points.push({ ...freeEnds(segments[n - 1])[1], radius: 0, next: LINE });
  return { closed, points };
}

const LINE = { kind: 'line' } as const;

const curved = ({ p0, p1, p2, p3 }: SpaceCubic): SpaceDrawnPoint => ({
  ...p0,
  radius: 0,
  next: { kind: 'curve', out: sub3(p1, p0), in: sub3(p2, p3) },
});

function rounds(before: SpaceLine, arc: SpaceArc, behind: SpaceLine): boolean {
  const legs = [sub3(before.b, before.a), sub3(behind.b, behind.a)];
  return (
    arc.sweep < MOST_TURN &&
    legs.every((leg) => length3(leg) > LEAST_LEG * arc.radius) &&
    angle3(legs[0], arcWay(arc, 0)) < TANGENT &&
    angle3(legs[1], arcWay(arc, arc.sweep)) < TANGENT
  );
}

/** Where the legs of a rounded corner meet. */
const tipOf = (arc: SpaceArc): Vec3 =>
  add3(freeEnds(arc)[0], arcWay(arc, 0), arc.radius * Math.tan(arc.sweep / 2));
