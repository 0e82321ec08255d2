import { add3, angle3, cross3, dot3, length3, scale3, sub3, type Vec3 } from '../math';
import { joinLines, type JoinedLine, type PieceOps } from '../edit/join-lines';
import { freeEnds, reverseFree, type FreeContour, type FreeSegment } from './free';

const OPS: PieceOps<FreeSegment> = {
  end: (piece, t) => freeEnds(piece)[t],
  moved: movedFree,
  reversed: reverseFree,
};

/** Joins open lines in space whose ends meet within a tolerance, mm. */
export const joinFree = (lines: readonly FreeContour[], tolerance: number): JoinedLine<FreeSegment>[] =>
  joinLines(lines, tolerance, OPS);

/**
 * A piece brought between other ends: lines and curves take them, arcs are turned and scaled as their chord is, so that
 * they keep their shape.
 */
function movedFree(piece: FreeSegment, from: Vec3, to: Vec3): FreeSegment {
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: from, b: to };
    case 'cubic':
      return {
        kind: 'cubic',
        p0: from,
        p1: add3(piece.p1, sub3(from, piece.p0)),
        p2: add3(piece.p2, sub3(to, piece.p3)),
        p3: to,
      };
    case 'arc': {
      const [a, b] = freeEnds(piece);
      const [old, now] = [sub3(b, a), sub3(to, from)];
      const known = length3(old) > 0 && length3(now) > 0;
      const by = known ? length3(now) / length3(old) : 1;
      const turn = known ? rotation(old, now) : (way: Vec3) => way;
      return {
        ...piece,
        centre: add3(from, turn(sub3(piece.centre, a)), by),
        u: turn(piece.u),
        v: turn(piece.v),
        radius: piece.radius * by,
      };
    }
  }
}

/** The shortest rotation that takes one direction to another (Rodrigues’ formula). */
function rotation(from: Vec3, to: Vec3): (way: Vec3) => Vec3 {
  const angle = angle3(from, to);
  const across = cross3(from, to);
  const size = length3(across);
  if (!(size > 0)) return (way) => way;
  const axis = scale3(across, 1 / size);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return (way) => add3(add3(scale3(way, c), cross3(axis, way), s), axis, dot3(axis, way) * (1 - c));
}
