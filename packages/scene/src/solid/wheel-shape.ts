import type { FitOutcome } from '@coin-relay/core';
import type { Figure, JobPiece } from '@coin-relay/model';
import { wheelDiscs, type Disc } from '@coin-relay/model/solid';
import { wheelFigure } from '../figures';

/** What a wheel is made from as solids: its figure, whether its teeth mesh with what runs on it, and where its discs stand. */
export interface WheelShape {
  readonly figure: Figure;
  readonly toothed: boolean;
  readonly discs: readonly Disc[];
}

/** Wheel i of a fitted row, with the first piece that runs on it. */
export const wheelShape = (fit: FitOutcome, i: number, piece: JobPiece, pitch: number): WheelShape => ({
  figure: wheelFigure(fit, i, piece, pitch),
  toothed: fit.layout.wheels[i].teeth !== null,
  discs: widened(wheelDiscs(piece), climbOn(fit, i)),
});

/** How far a row climbs along a wheel that it goes round several times, mm. */
function climbOn({ layout: { wheels, wraps } }: FitOutcome, i: number): number {
  const { turns, rise } = wheels[i].wraps ?? { turns: 0, rise: 0 };
  return turns > 0 ? (Math.abs(rise) * wraps[i].angle) / (2 * Math.PI) : 0;
}

/** Discs with room for what goes round them several times, side by side. */
function widened(discs: readonly Disc[], by: number): readonly Disc[] {
  if (by === 0) return discs;
  const [low, high] = [discs[0][0], discs[discs.length - 1][1]];
  return [[low - by / 2, high + by / 2]];
}
