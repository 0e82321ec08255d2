import type { BandLine } from '@coin-relay/core';
import type { JobPiece } from '@coin-relay/model';
import { rowBand } from '../placing/band';
import type { RowScene, ScenePiece } from '../placing/scene';
import type { WheelShape } from './wheel-shape';

/** A plate of a machine: an outline, how deep it lies, and what it is made of. */
export interface PlateShape {
  /** Path data, mm. */
  readonly d: string;
  readonly low: number;
  readonly high: number;
  readonly material: string;
}

/** The line of a band as plain values. */
export interface AskedLine {
  readonly places: readonly number[];
  readonly frames: readonly number[];
  readonly closed: boolean;
  /** Of the path it lies on, mm. */
  readonly length: number;
}

/** What one solid is made from: plain values, so that the same is asked for with the same words. */
export type SolidRequest =
  | {
      readonly kind: 'piece';
      readonly piece: JobPiece;
      readonly span: number;
      readonly wire: number;
      /** Where it is to be bent: no edge is longer than this along it, mm. */
      readonly step?: number;
      /** With its stretch of the band that it is part of, where it stands by itself. */
      readonly whole?: true;
      /** Its outline goes up from the plane of its row, and what is before that across the path, outwards. */
      readonly stands?: true;
    }
  | { readonly kind: 'wheel'; readonly shape: WheelShape }
  | { readonly kind: 'band'; readonly piece: JobPiece; readonly lines: readonly AskedLine[] }
  | { readonly kind: 'plates'; readonly plates: readonly PlateShape[] };

/** Asks for a piece of a row. @param step where it is to be bent: no edge is longer than this along it, mm */
export const pieceRequest = (
  { piece, span, stands }: ScenePiece,
  wire: number,
  step?: number,
): Extract<SolidRequest, { kind: 'piece' }> => ({
  ...{ kind: 'piece', piece, span, wire },
  ...(step === undefined ? {} : { step }),
  ...(stands ? { stands } : {}),
});

/** Asks for the band that a row is along lines; null where it is none. */
export function bandRequest(
  scene: RowScene,
  along: readonly BandLine[],
): Extract<SolidRequest, { kind: 'band' }> | null {
  const band = rowBand(scene);
  if (!band) return null;
  const { from, to } = scene.fit.window;
  const lines = along.map(({ places, frames, closed }): AskedLine => ({
    ...{ places: [...places], frames: [...frames], closed, length: to - from },
  }));
  return { kind: 'band', piece: band.piece.piece, lines };
}
