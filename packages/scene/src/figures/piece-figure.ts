import { behaviourOf, type JobPiece } from '@coin-relay/model';
import { beltMark, beltTooth } from './belt';
import type { Figure } from './figure';
import { flatTop } from './flat-top';
import { ownFigure } from './own';
import { chainLink } from './roller-chain';
import { roundLink } from './round-link';
import { bead, charm, lamp, plank, tube } from './small-things';
import { stitch } from './stitch';
import { trackShoe } from './track-shoe';

/**
 * How a piece is put on its place: from pin to pin, about the pin itself, about the middle between
 * two pins, or bent along the path from pin to pin.
 */
export type Seat = 'between-pins' | 'on-pin' | 'on-middle' | 'bent';

export function pieceSeat(piece: JobPiece): Seat {
  if (piece.family === 'toothed-belt') return 'on-pin';
  switch (behaviourOf(piece)) {
    case 'stiff':
      return 'between-pins';
    case 'carried':
      return 'on-middle';
    case 'bending':
      return 'bent';
  }
}

/**
 * The figure of a piece at a pin distance of `span`: its first pin at the origin, its second at
 * (span, 0), the inside of the path at y positive. Its dimensions follow the pitch it was designed
 * for; only the distance of its pins gives way.
 * @param wire which shape of an uneven wire, for pieces that have one
 */
export function pieceFigure(piece: JobPiece, span: number, wire = 0): Figure {
  switch (piece.family) {
    case 'roller-chain':
      return chainLink(piece, span);
    case 'round-link':
      return roundLink(piece, span, wire);
    case 'flat-top':
      return flatTop(piece, span);
    case 'track-shoe':
      return trackShoe(piece, span);
    case 'toothed-belt':
      return beltTooth(piece);
    case 'plain-belt':
      return beltMark(piece, span);
    case 'stitch':
      return stitch(piece, span);
    case 'plank':
      return plank(piece, span);
    case 'bead':
      return bead(piece, span);
    case 'lamp':
      return lamp(piece, span);
    case 'charm':
      return charm(piece, span);
    case 'tube':
      return tube(piece, span);
    case 'own':
      return ownFigure(piece, span);
  }
}

/** Pieces drawn first lie below: inner links under outer ones, rings under the bars through them. */
export function pieceLayer(piece: JobPiece): 0 | 1 {
  if (piece.family === 'roller-chain') return piece.part === 'outer' ? 1 : 0;
  return piece.family === 'round-link' && piece.facing === 'edge' ? 1 : 0;
}
