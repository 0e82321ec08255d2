import { familyOf } from './piece';
import type { JobPiece } from './all';

/** How long a piece is along the path where it is laid end to end, mm: from pin to pin, or its own body. */
export function laidLength(piece: JobPiece): number {
  return familyOf(piece).lengthAlong?.(piece) ?? piece.pitch;
}

/** How wide a row is across its path in plan, mm: the widest of its pieces. */
export function pieceWidth(sequence: readonly JobPiece[]): number {
  return Math.max(0, ...sequence.map((piece) => scaleOf(piece) * familyOf(piece).width(piece)));
}

/** How much of the path a piece that lies across it takes up, mm; 0 for those that only hang from it. */
export function breadthAlong(piece: JobPiece): number {
  return scaleOf(piece) * (familyOf(piece).breadthAlong?.(piece) ?? 0);
}

const scaleOf = ({ setting }: JobPiece): number => setting?.scale ?? 1;
