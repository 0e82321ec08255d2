import type { JobPiece } from '@coin-relay/model';
import { beltTooth } from './belt';
import type { Figure } from './figure';
import { chainLink } from './roller-chain';
import { trackShoe } from './track-shoe';

/** How a piece is put on its place: from pin to pin, or about one point along the tangent. */
export type Seat = 'between-pins' | 'on-pin';

export function pieceSeat(piece: JobPiece): Seat {
  return piece.family === 'toothed-belt' ? 'on-pin' : 'between-pins';
}

/**
 * The figure of a piece at a pin distance of `span`. Its dimensions follow the pitch it was
 * designed for; only the distance of its pins gives way.
 */
export function pieceFigure(piece: JobPiece, span: number): Figure {
  switch (piece.family) {
    case 'roller-chain':
      return chainLink(piece, span);
    case 'track-shoe':
      return trackShoe(piece, span);
    case 'toothed-belt':
      return beltTooth(piece);
  }
}

/** Pieces drawn first lie below: inner links under outer ones. */
export function pieceLayer(piece: JobPiece): 0 | 1 {
  return piece.family === 'roller-chain' && piece.part === 'outer' ? 1 : 0;
}
