import type { Vec } from '../math';
import type { Contour, Segment } from '../path';
import type { HelixPiece, SpaceArc, SpaceContour, SpaceSegment } from './segment';

/** A curve is drawn in parts that turn by no more than this, radians: off by less than 1e-5 of its radius. */
const PART = Math.PI / 6;
/** Parts of one curve at the most. */
const MOST_PARTS = 20_000;

/**
 * A path in space as it is seen in plan: what goes straight towards who looks is a point, and left out. Curves that are
 * none in the plane (arcs seen aslant, cones) come as cubics.
 */
export function planOf({ segments, closed }: SpaceContour): Contour {
  return { segments: segments.flatMap(planPiece), closed };
}

function planPiece(piece: SpaceSegment): Segment[] {
  switch (piece.kind) {
    case 'line':
      return kept([{ kind: 'line', a: flat(piece.a), b: flat(piece.b) }]);
    case 'cubic':
      return kept([
        { kind: 'cubic', p0: flat(piece.p0), p1: flat(piece.p1), p2: flat(piece.p2), p3: flat(piece.p3) },
      ]);
    case 'arc':
      return kept(arcInPlan(piece));
    case 'helix':
      return kept(helixInPlan(piece));
  }
}

const flat = ({ x, y }: Vec): Vec => ({ x, y });

function arcInPlan({ centre, u, v, radius, sweep }: SpaceArc): Segment[] {
  return curve(sweep, (t) => {
    const [c, s] = [radius * Math.cos(t), radius * Math.sin(t)];
    return {
      at: { x: centre.x + c * u.x + s * v.x, y: centre.y + c * u.y + s * v.y },
      way: { x: c * v.x - s * u.x, y: c * v.y - s * u.y },
    };
  });
}

function helixInPlan({ centre, from, to, start, sweep }: HelixPiece): Segment[] {
  if (from === to) {
    // One turn lies on the next.
    const once = Math.sign(sweep) * Math.min(Math.abs(sweep), 2 * Math.PI);
    return [{ kind: 'arc', centre: flat(centre), radius: from, start, sweep: once }];
  }
  const [hand, turn] = [Math.sign(sweep), Math.abs(sweep)];
  return curve(turn, (t) => {
    const radius = from + ((to - from) * t) / turn;
    const angle = start + hand * t;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const grows = (to - from) / turn;
    return {
      at: { x: centre.x + radius * c, y: centre.y + radius * s },
      way: { x: grows * c - hand * radius * s, y: grows * s + hand * radius * c },
    };
  });
}

/** A curve by its angle, as cubics that have its places and ways at their ends. */
function curve(turn: number, read: (t: number) => { readonly at: Vec; readonly way: Vec }): Segment[] {
  const many = Math.min(MOST_PARTS, Math.max(1, Math.ceil(turn / PART)));
  // As long as is usual for arcs, of which those seen aslant are images: off by some 1e-6 of the radius.
  const arm = (4 / 3) * Math.tan(turn / many / 4);
  return Array.from({ length: many }, (_, i): Segment => {
    const [a, b] = [read((turn * i) / many), read((turn * (i + 1)) / many)];
    return {
      kind: 'cubic',
      p0: a.at,
      p1: { x: a.at.x + arm * a.way.x, y: a.at.y + arm * a.way.y },
      p2: { x: b.at.x - arm * b.way.x, y: b.at.y - arm * b.way.y },
      p3: b.at,
    };
  });
}

/** What is no longer than a point is seen end on. */
function kept(pieces: Segment[]): Segment[] {
  return pieces.filter((piece) => {
    if (piece.kind === 'line') return piece.a.x !== piece.b.x || piece.a.y !== piece.b.y;
    if (piece.kind !== 'cubic') return true;
    const { p0, p1, p2, p3 } = piece;
    return [p1, p2, p3].some(({ x, y }) => x !== p0.x || y !== p0.y);
  });
}
