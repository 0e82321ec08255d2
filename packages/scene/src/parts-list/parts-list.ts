import { spacingsOf, type FitOutcome } from '@coin-relay/core';
import { isBand, type JobPiece, type ResolvedSetOut } from '@coin-relay/model';

/** One line of a parts list. */
export interface PartsLine {
  readonly piece: JobPiece;
  readonly count: number;
  /** Grams for all of them; null where a piece says no mass. */
  readonly mass: number | null;
}

/** What a row is made of. */
export interface PartsList {
  readonly lines: readonly PartsLine[];
  readonly pieces: number;
  /** Places that are left out. */
  readonly leftOut: number;
  /** Pins of stiff rows: one for each joint, the two ends of an open row included. */
  readonly pins: number;
  /**
   * Length of the row, mm, every copy of it: the pitches of its links, from the first pin to the last;
   * where pieces stand on the ends, from the first of them to the last.
   */
  readonly length: number;
  /** Grams; null where any piece says no mass. */
  readonly mass: number | null;
}

/**
 * Counts the pieces of a row that stand on their places, with rows side by side and a mirrored
 * twin counted as often as they are there. Mass is that of the pieces, as many as there are.
 */
export function partsList(fit: FitOutcome, { table, pieces, setOut }: ResolvedSetOut): PartsList {
  const copies = setOut.rows.count * (setOut.twin ? 2 : 1);
  const counts = new Int32Array(pieces.length);
  let leftOut = 0;
  for (let i = 0; i < table.count; i++) {
    if (table.leftOut[i] === 1) leftOut++;
    else counts[table.piece[i]]++;
  }
  const lines = pieces.flatMap((piece, n): PartsLine[] => {
    const count = counts[n] * copies;
    return count > 0 ? [{ piece, count, mass: piece.mass === undefined ? null : piece.mass * count }] : [];
  });
  const known = lines.every((line) => line.mass !== null);
  const stiff = fit.request.pieces === 'stiff' && !pieces.some(isBand);
  return {
    lines,
    pieces: lines.reduce((sum, line) => sum + line.count, 0),
    leftOut: leftOut * copies,
    pins: stiff ? jointCount(fit) * copies : 0,
    length: rowLength(fit, table.count) * copies,
    mass: known && lines.length > 0 ? lines.reduce((sum, line) => sum + (line.mass ?? 0), 0) : null,
  };
}

function rowLength({ effectivePitch, request, window, apart }: FitOutcome, count: number): number {
  const pitch = effectivePitch ?? request.pitch;
  // Of pieces that lie apart the last one of a row with ends has nothing behind it.
  const behind = apart && !window.ring ? apart.gap : 0;
  return Math.max(0, spacingsOf(count, request.lay, window) * pitch - behind);
}

function jointCount(fit: FitOutcome): number {
  return fit.window.ring && fit.closes ? fit.row.links : fit.row.links + 1;
}
