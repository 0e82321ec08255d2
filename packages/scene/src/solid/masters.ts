import { ringsForTwist, type BandLine, type Map3 } from '@coin-relay/core';
import { easeFor, extrude, mapMesh, ringsOf, splitAlong, sweepBand } from '@coin-relay/core/solid';
import { bandOf, type JobPiece } from '@coin-relay/model';
import { pieceSolid, type KeptMeshes, type SolidPart } from '@coin-relay/model/solid';
import { bandRings, rowBand } from '../placing/band';
import type { RowScene, ScenePiece } from '../placing/scene';
import { bandSpots } from './band-spots';
import { wheelSolid, type WheelShape } from './wheel-solid';

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

/** A solid as it was asked for: its bodies, and the material of its main part, which a finish replaces. */
export interface Master {
  readonly parts: readonly SolidPart[];
  readonly main: string;
}

/**
 * Makes what was asked for. Of pieces that are part of a band only what stands on it.
 * @param tolerance how far chords may stray from what is round, mm
 * @param kept bodies from files that pieces may name
 * @throws RelayError solid-invalid, solid-too-large
 */
export function makeMaster(request: SolidRequest, tolerance: number, kept?: KeptMeshes): Master {
  switch (request.kind) {
    case 'piece': {
      const { piece, span, wire, step, whole, stands } = request;
      const { parts, main } = pieceSolid(piece, span, tolerance, wire, kept);
      const own = parts.filter(({ band }) => whole ?? !band);
      return {
        parts: own.map((part) => {
          const mesh = stands ? mapMesh(part.mesh, UP) : part.mesh;
          return { ...part, mesh: step && !part.fine ? splitAlong(mesh, step) : mesh };
        }),
        main,
      };
    }
    case 'wheel':
      return { parts: wheelSolid(request.shape, tolerance), main: '' };
    case 'band': {
      const { piece, lines } = request;
      const { material = 'rubber', open } = bandOf(piece) ?? {};
      const rings = bandRings(piece, tolerance);
      const parts = lines.map(({ places, frames, closed, length }) => {
        const line = { places: Float64Array.from(places), frames: Float64Array.from(frames), closed };
        const fine = ringsForTwist(line, rings, tolerance);
        const mesh = sweepBand(line, fine, !open);
        const laid = piece.finish?.picture ? { laid: bandSpots(line, fine, length) } : {};
        return { mesh, material, ...laid };
      });
      return { parts, main: material };
    }
    case 'plates':
      return {
        parts: request.plates.map(({ d, low, high, material }) => ({
          mesh: extrude(ringsOf(d, tolerance), low, high, easeFor((high - low) * 0.06, tolerance)),
          material,
        })),
        main: '',
      };
  }
}

/** About x, from y to z. */
const UP: Map3 = [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0];

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
