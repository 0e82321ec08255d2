import { platesReach } from '../families/own/plate';
import type { JobPiece } from '../families';
import { pieceSolid } from './piece-solid';

const known = new WeakMap<JobPiece, readonly [low: number, high: number]>();
/** As fine as this, of its pitch, a piece is made only to see how deep it reaches. */
const COARSE = 1 / 20;

/**
 * How far a piece reaches behind the plane of its row, and in front of it, mm.
 * @throws RelayError solid-invalid, solid-too-large
 */
export function pieceDepth(piece: JobPiece): readonly [low: number, high: number] {
  const before = known.get(piece);
  if (before) return before;
  // However many points its outlines have.
  if (piece.family === 'own') return platesReach(piece);
  let [low, high] = [0, 0];
  for (const { mesh } of pieceSolid(piece, piece.pitch, piece.pitch * COARSE).parts) {
    for (let i = 2; i < mesh.positions.length; i += 3) {
      low = Math.min(low, mesh.positions[i]);
      high = Math.max(high, mesh.positions[i]);
    }
  }
  const found = [low, high] as const;
  known.set(piece, found);
  return found;
}
