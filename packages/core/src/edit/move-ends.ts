import { angleBetween, norm, sub, type Vec } from '../math';
import { pieceEnd, placeSegment, type Segment } from '../path';

/**
 * A piece brought between other ends: lines and curves take them, arcs are turned and scaled as
 * their chord is, so that they keep their shape.
 */
export function moveEnds(piece: Segment, from: Vec, to: Vec): Segment {
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: from, b: to };
    case 'cubic': {
      const a = sub(from, piece.p0);
      const b = sub(to, piece.p3);
      return {
        kind: 'cubic',
        p0: from,
        p1: { x: piece.p1.x + a.x, y: piece.p1.y + a.y },
        p2: { x: piece.p2.x + b.x, y: piece.p2.y + b.y },
        p3: to,
      };
    }
    default: {
      const a = pieceEnd(piece, 0);
      const old = sub(pieceEnd(piece, 1), a);
      const now = sub(to, from);
      const k = norm(old) > 0 ? norm(now) / norm(old) : 1;
      const turn = norm(old) > 0 && norm(now) > 0 ? angleBetween(old, now) : 0;
      const c = k * Math.cos(turn);
      const s = k * Math.sin(turn);
      return placeSegment(piece, {
        k,
        turn,
        x: from.x - (c * a.x - s * a.y),
        y: from.y - (s * a.x + c * a.y),
        mirror: false,
      });
    }
  }
}
