import { ringsForTwist, type Map3 } from '@coin-relay/core';
import { easeFor, extrude, mapMesh, ringsOf, splitAlong, sweepBand } from '@coin-relay/core/solid';
import { bandOf } from '@coin-relay/model';
import { pieceSolid, type KeptMeshes, type SolidPart } from '@coin-relay/model/solid';
import { bandRings } from '../placing/band';
import { bandSpots } from './band-spots';
import type { SolidRequest } from './solid-request';
import { wheelSolid } from './wheel-solid';

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
