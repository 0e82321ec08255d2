import { angleBetween, type Vec } from '../math';
import { CORNER_ANGLE, measurePath, pieceEnd, type Contour } from '../path';
import { pieceTangent } from '../drawn/contour';

/** A corner between two pieces of a contour. */
export interface ContourCorner {
  /** The piece that begins at the corner. */
  readonly piece: number;
  readonly s: number;
  readonly at: Vec;
  /** Radians, counter-clockwise positive. */
  readonly turn: number;
}

/** The corners of a contour in its order; the closing place included where it is closed. */
export function contourCorners(contour: Contour): ContourCorner[] {
  const { segments: pieces, closed } = contour;
  const { pieceStarts } = measurePath(contour);
  const corners: ContourCorner[] = [];
  for (let k = closed ? 0 : 1; k < pieces.length; k++) {
    const before = pieces[(k + pieces.length - 1) % pieces.length];
    const turn = angleBetween(pieceTangent(before, 1), pieceTangent(pieces[k], 0));
    if (Math.abs(turn) > CORNER_ANGLE)
      corners.push({ piece: k, s: pieceStarts[k], at: pieceEnd(pieces[k], 0), turn });
  }
  return corners;
}
