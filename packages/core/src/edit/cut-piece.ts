import { lerp, type Vec } from '../math';
import type { CubicSegment, Segment } from '../path';

/** The part of a piece between two of its parameters, t0 < t1: the same curve, exactly. */
export function subPiece(piece: Segment, t0: number, t1: number): Segment {
  if (t0 === 0 && t1 === 1) return piece;
  switch (piece.kind) {
    case 'line':
      return {
        kind: 'line',
        a: t0 === 0 ? piece.a : lerp(piece.a, piece.b, t0),
        b: t1 === 1 ? piece.b : lerp(piece.a, piece.b, t1),
      };
    case 'arc':
    case 'ellipse':
      return { ...piece, start: piece.start + piece.sweep * t0, sweep: piece.sweep * (t1 - t0) };
    case 'catenary': {
      const run = piece.to - piece.from;
      return { ...piece, from: piece.from + run * t0, to: t1 === 1 ? piece.to : piece.from + run * t1 };
    }
    case 'cubic':
      return subCubic(piece, t0, t1);
  }
}

/** De Casteljau's construction, once at each end. */
function subCubic(piece: CubicSegment, t0: number, t1: number): CubicSegment {
  const head = t1 === 1 ? piece : splitCubic(piece, t1)[0];
  return t0 === 0 ? head : splitCubic(head, t0 / t1)[1];
}

function splitCubic({ p0, p1, p2, p3 }: CubicSegment, t: number): [CubicSegment, CubicSegment] {
  const a = lerp(p0, p1, t);
  const b = lerp(p1, p2, t);
  const c = lerp(p2, p3, t);
  const ab = lerp(a, b, t);
  const bc = lerp(b, c, t);
  const middle: Vec = lerp(ab, bc, t);
  return [
    { kind: 'cubic', p0, p1: a, p2: ab, p3: middle },
    { kind: 'cubic', p0: middle, p1: bc, p2: c, p3 },
  ];
}

/** The same curve, run the other way. */
export function reversePiece(piece: Segment): Segment {
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: piece.b, b: piece.a };
    case 'arc':
    case 'ellipse':
      return { ...piece, start: piece.start + piece.sweep, sweep: -piece.sweep };
    case 'catenary':
      return { ...piece, from: piece.to, to: piece.from };
    case 'cubic':
      return { kind: 'cubic', p0: piece.p3, p1: piece.p2, p2: piece.p1, p3: piece.p0 };
  }
}
