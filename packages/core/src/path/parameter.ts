import { wrapInto } from '../math';
import { SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';
import type { Contour } from './segment';
import { segmentAt } from './reader';

/** A place on a contour: which piece, and its parameter t in [0, 1]. */
export interface PiecePlace {
  readonly piece: number;
  readonly t: number;
}

/**
 * The piece and parameter at an arc length. Closed paths wrap round; beyond the ends of open
 * ones the answer is the end.
 * @param path the measure of this contour
 */
export function placeAt(contour: Contour, path: MeasuredPath, s: number): PiecePlace {
  const { starts, kinds, data, length, pieceOf } = path;
  const u = path.closed && !(s >= 0 && s <= length) ? wrapInto(s, length) : Math.max(0, Math.min(length, s));
  const k = segmentAt(starts, u);
  const along = u - starts[k];
  const o = k * SEGMENT_STRIDE;
  const index = pieceOf[k];
  const piece = contour.segments[index];
  let t: number;
  if (piece.kind === 'cubic' || piece.kind === 'ellipse') {
    let value = 0;
    for (let i = 5; i >= 0; i--) value = value * along + data[o + i];
    t =
      kinds[k] === SEGMENT.ellipse && piece.kind === 'ellipse' ? (value - piece.start) / piece.sweep : value;
  } else {
    const from = path.pieceStarts[index];
    const to = path.pieceStarts[index + 1];
    t = (u - from) / (to - from);
  }
  return { piece: index, t: Math.max(0, Math.min(1, t)) };
}
