import { behaviourOf, familyOf, type Figure, type JobPiece } from '@coin-relay/model';

/**
 * How a piece is put on its place: from pin to pin, about the pin itself, about the middle between
 * two pins, or bent along the path from pin to pin.
 */
export type PlacementMode = 'between-pins' | 'on-pin' | 'on-middle' | 'bent';

export function placementMode(piece: JobPiece): PlacementMode {
  if (familyOf(piece).onPin) return 'on-pin';
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
  return familyOf(piece).figure(piece, span, wire);
}

/** Pieces drawn first lie below: inner links under outer ones, rings under the bars through them. */
export function pieceLayer(piece: JobPiece): 0 | 1 {
  return familyOf(piece).layer?.(piece) ?? 0;
}
