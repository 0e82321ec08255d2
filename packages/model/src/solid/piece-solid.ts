import { RelayError } from '@coin-relay/core';
import { meshVolume } from '@coin-relay/core/solid';
import { beadSolid } from '../families/bead/solid';
import { charmSolid } from '../families/charm/solid';
import { flatTopSolid } from '../families/flat-top/solid';
import { lampSolid } from '../families/lamp/solid';
import { ownSolid } from '../families/own/solid';
import { plainBeltSolid } from '../families/plain-belt/solid';
import { plankSolid } from '../families/plank/solid';
import { chainSolid } from '../families/roller-chain/solid';
import { ropeSolid } from '../families/rope/solid';
import { roundLinkSolid } from '../families/round-link/solid';
import { stitchSolid } from '../families/stitch/solid';
import { sweptSolid } from '../families/swept/solid';
import { toothedBeltSolid } from '../families/toothed-belt/solid';
import { trackShoeSolid } from '../families/track-shoe/solid';
import { tubeSolid } from '../families/tube/solid';
import type { FamilyId, JobPiece, PieceOf } from '../families';
import type { KeptMeshes, MakeSolid, Solid } from './solid';

/** How far chords may stray from what is round where nothing else is said, mm. */
export const SOLID_TOLERANCE = 0.02;

const SOLIDS: { readonly [F in FamilyId]: MakeSolid<PieceOf<F>> } = {
  'roller-chain': chainSolid,
  'round-link': roundLinkSolid,
  'flat-top': flatTopSolid,
  'track-shoe': trackShoeSolid,
  'toothed-belt': toothedBeltSolid,
  'plain-belt': plainBeltSolid,
  swept: sweptSolid,
  rope: ropeSolid,
  stitch: stitchSolid,
  plank: plankSolid,
  bead: beadSolid,
  lamp: lampSolid,
  charm: charmSolid,
  tube: tubeSolid,
  own: ownSolid,
};

/**
 * The solids of a piece at a pin distance of `span`.
 * @param tolerance how far chords may stray from what is round, mm
 * @param wire which shape of an uneven wire, for pieces that have one
 * @param kept bodies from files; what is not among them is cut from plate, by its outline
 * @throws RelayError solid-invalid, solid-too-large
 */
export function pieceSolid(
  piece: JobPiece,
  span: number,
  tolerance = SOLID_TOLERANCE,
  wire = 0,
  kept?: KeptMeshes,
): Solid {
  const solid = named(piece, () =>
    (SOLIDS[piece.family] as MakeSolid<JobPiece>)(piece, span, tolerance, wire, kept),
  );
  if (solid.parts.some(({ mesh }) => !(meshVolume(mesh) > 0))) {
    throw new RelayError(
      'solid-invalid',
      `“${piece.name}” cannot be a solid: its sizes do not go together, and a body of it would be inside out. Make bores and pins smaller than what they go through.`,
    );
  }
  return solid;
}

/** What cannot be made says which piece it is. */
function named(piece: JobPiece, make: () => Solid): Solid {
  try {
    return make();
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    throw new RelayError(error.code, `“${piece.name}”: ${error.message}`, error.subject);
  }
}
