import { plainBeltBand } from '../families/plain-belt/solid';
import { toothedBeltBand } from '../families/toothed-belt/solid';
import type { JobPiece } from '../families';

/**
 * The section of the band a piece is part of: corners (towards the inside of the path, towards who looks) in turn,
 * counter-clockwise seen against the way the path runs, mm; null for a piece that stands by itself.
 */
export function bandSection(piece: JobPiece): Float64Array | null {
  if (piece.family === 'plain-belt') return plainBeltBand(piece);
  if (piece.family === 'toothed-belt') return toothedBeltBand(piece);
  return null;
}
