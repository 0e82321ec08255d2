import { pathBounds, measurePath, parsePathData } from '@coin-relay/core';
import type { JobPiece } from '../job/piece-schema';

/** How long a piece is along the path where it is laid end to end, mm: from pin to pin, or its own body. */
export function laidLength(piece: JobPiece): number {
  switch (piece.family) {
    case 'tube':
    case 'bead':
      return piece.length;
    case 'plank':
      return piece.width;
    case 'lamp':
      return piece.diameter;
    default:
      return piece.pitch;
  }
}

/** How wide a row is across its path in plan, mm: the widest of its pieces. */
export function pieceWidth(sequence: readonly JobPiece[]): number {
  return Math.max(0, ...sequence.map(widthOf));
}

function widthOf(piece: JobPiece): number {
  return (piece.setting?.scale ?? 1) * madeWidth(piece);
}

function madeWidth(piece: JobPiece): number {
  switch (piece.family) {
    case 'roller-chain':
      return piece.view === 'side'
        ? piece.plateHeight
        : piece.width * 1.9 + (piece.rows - 1) * piece.rowPitch;
    case 'round-link':
      return piece.facing === 'edge' ? piece.wire : piece.width;
    case 'flat-top':
      return piece.width;
    case 'track-shoe':
      return piece.thickness + piece.grouser;
    case 'toothed-belt':
      return piece.thickness + piece.tooth;
    case 'plain-belt':
      return piece.thickness;
    case 'stitch':
      return piece.width + piece.thread;
    case 'plank':
      return piece.length;
    case 'bead':
      return piece.diameter;
    case 'lamp':
    case 'charm':
      // What hangs from the path is not what runs on it.
      return 0;
    case 'tube':
      return piece.outer;
    case 'own':
      return outlineHeight(piece.outline);
  }
}

function outlineHeight(outline: readonly { data: string }[]): number {
  let low = Infinity;
  let high = -Infinity;
  for (const { data } of outline) {
    for (const contour of parsePathData(data)) {
      const [, y0, , y1] = pathBounds(measurePath(contour));
      low = Math.min(low, y0);
      high = Math.max(high, y1);
    }
  }
  return Math.max(0, high - low);
}
