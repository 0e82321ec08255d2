import { RelayError } from '@coin-relay/core';
import type { FittedRow, JobPiece } from '@coin-relay/model';
import { pieceDepth, wheelDiscs } from '@coin-relay/model/solid';
import type { Reach, RowReach } from '../interference';
import { HUB } from './wheel-solid';

/**
 * Looks how deep a row reaches; takes coarse solids.
 * @param of its pieces, by their numbers in the set-out
 * @param onWheels the piece that its wheels are made for; null where it has none
 */
export function rowReach(of: readonly JobPiece[], onWheels: JobPiece | null): RowReach {
  const pieces = of.map(depthOf);
  const all = [...pieces];
  let wheels: Reach | null = null;
  if (onWheels) {
    const discs = wheelDiscs(onWheels);
    const [low, high] = [discs[0][0], discs[discs.length - 1][1]];
    wheels = [low, high];
    const hub = (high - low) * HUB;
    all.push([low - hub, high + hub]);
  }
  return {
    pieces,
    wheels,
    all: [Math.min(0, ...all.map(([low]) => low)), Math.max(0, ...all.map(([, high]) => high))],
  };
}

/** The same of a row that was fitted. */
export const reachOfRow = ({ setOut, resolved, fit }: FittedRow): RowReach =>
  rowReach(setOut.pieces, fit.layout.wheels.length > 0 ? resolved.sequence[0] : null);

/** A piece that cannot be a solid takes no room; why it cannot is said where it is shown. */
function depthOf(piece: JobPiece): Reach {
  try {
    return pieceDepth(piece);
  } catch (error) {
    if (error instanceof RelayError) return [0, 0];
    throw error;
  }
}
