import type { JobPiece } from '../job/schema';

/** How wide a row is across its path in plan, mm: the widest of its pieces. */
export function pieceWidth(sequence: readonly JobPiece[]): number {
  return Math.max(0, ...sequence.map(widthOf));
}

function widthOf(piece: JobPiece): number {
  switch (piece.family) {
    case 'roller-chain':
      return piece.plateHeight;
    case 'track-shoe':
      return piece.thickness + piece.grouser;
    case 'toothed-belt':
      return piece.thickness + piece.tooth;
  }
}
