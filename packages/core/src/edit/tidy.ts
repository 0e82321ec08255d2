import { distance } from '../math';
import { pieceCurve, type Contour, type Segment } from '../path';

/** The contour without pieces of no length (below the part `tolerance` of the largest piece's extent). */
export function tidyContour(contour: Contour, tolerance = 1e-12): Contour {
  const size = Math.max(...contour.segments.map(reach), 0);
  const pieces = contour.segments.filter((piece) => reach(piece) > tolerance * size);
  return pieces.length === contour.segments.length ? contour : { ...contour, segments: pieces };
}

/** A cheap measure of how long a piece is. */
function reach(piece: Segment): number {
  const exact = pieceCurve(piece).exactLength;
  if (exact !== null) return exact;
  if (piece.kind === 'ellipse') return Math.abs(piece.sweep) * Math.max(piece.rx, piece.ry);
  return piece.kind === 'cubic'
    ? distance(piece.p0, piece.p1) + distance(piece.p1, piece.p2) + distance(piece.p2, piece.p3)
    : 0;
}
