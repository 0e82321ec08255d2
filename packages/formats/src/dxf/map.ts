import {
  parsePathData,
  placeContour,
  writePathData,
  type Contour,
  type Segment,
  type Vec,
} from '@coin-relay/core';
import svgpath from 'svgpath';
import type { Matrix } from '../svg/matrix';

/** A contour under an affine map: exactly, arcs as ellipses where it scales unevenly. */
export function mapContour(contour: Contour, matrix: Matrix): Contour {
  const [a, b, c, d, e, f] = matrix;
  const k = Math.hypot(a, b);
  const mirror = a * d - b * c < 0;
  const even = Math.abs(Math.hypot(c, d) - k) <= 1e-12 * k && Math.abs(a * c + b * d) <= 1e-12 * k * k;
  if (even && k > 0) return placeContour(contour, { k, turn: Math.atan2(b, a), x: e, y: f, mirror });
  const at = (p: Vec): Vec => ({ x: a * p.x + c * p.y + e, y: b * p.x + d * p.y + f });
  return {
    closed: contour.closed,
    segments: contour.segments.flatMap((piece) => mapPiece(piece, at, matrix)),
  };
}

function mapPiece(piece: Segment, at: (p: Vec) => Vec, matrix: Matrix): readonly Segment[] {
  if (piece.kind === 'line') return [{ kind: 'line', a: at(piece.a), b: at(piece.b) }];
  if (piece.kind === 'cubic')
    return [{ kind: 'cubic', p0: at(piece.p0), p1: at(piece.p1), p2: at(piece.p2), p3: at(piece.p3) }];
  // The path library knows how an elliptical arc is stretched.
  const data = svgpath(writePathData({ segments: [piece], closed: false }, 12))
    .matrix([...matrix])
    .toString();
  return parsePathData(data).flatMap((found) => found.segments);
}
