import { scaleAbout, type Vec } from '../math';
import type { Contour, Piece } from './piece';

/** The contour mirrored in the x axis: a drawing with y down becomes one with y up, and back. */
export function mirrorContour(contour: Contour): Contour {
  return { closed: contour.closed, pieces: contour.pieces.map(mirrorPiece) };
}

const flip = (p: Vec): Vec => ({ x: p.x, y: -p.y });

function mirrorPiece(piece: Piece): Piece {
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: flip(piece.a), b: flip(piece.b) };
    case 'arc':
      return { ...piece, centre: flip(piece.centre), start: -piece.start, sweep: -piece.sweep };
    case 'ellipse':
      return {
        ...piece,
        centre: flip(piece.centre),
        tilt: -piece.tilt,
        start: -piece.start,
        sweep: -piece.sweep,
      };
    case 'cubic':
      return {
        kind: 'cubic',
        p0: flip(piece.p0),
        p1: flip(piece.p1),
        p2: flip(piece.p2),
        p3: flip(piece.p3),
      };
  }
}

/** The contour scaled about a centre by a positive factor. */
export function scaleContour(contour: Contour, centre: Vec, k: number): Contour {
  const at = (p: Vec): Vec => scaleAbout(p, centre, k);
  return {
    closed: contour.closed,
    pieces: contour.pieces.map((piece): Piece => {
      switch (piece.kind) {
        case 'line':
          return { kind: 'line', a: at(piece.a), b: at(piece.b) };
        case 'arc':
          return { ...piece, centre: at(piece.centre), radius: piece.radius * k };
        case 'ellipse':
          return { ...piece, centre: at(piece.centre), rx: piece.rx * k, ry: piece.ry * k };
        case 'cubic':
          return { kind: 'cubic', p0: at(piece.p0), p1: at(piece.p1), p2: at(piece.p2), p3: at(piece.p3) };
      }
    }),
  };
}
