import { FAMILIES, type JobPiece } from './all';
import type { Band, Family } from './family';
import type { Behaviour } from './piece-base';

/** The family of a piece, as one that takes pieces of its kind. */
export function familyOf<P extends JobPiece>(piece: P): Family<P> {
  return FAMILIES[piece.family] as unknown as Family<P>;
}

/** The band that a piece is part of; null for one that stands by itself. */
export function bandOf(piece: JobPiece): Band | null {
  return familyOf(piece).band?.(piece) ?? null;
}

/** Is it part of one band that runs on from piece to piece? */
export function isBand(piece: JobPiece): boolean {
  return familyOf(piece).band !== undefined;
}

/** Stiff, carried or bending: what the piece says, or what is usual for its family. */
export function behaviourOf(piece: JobPiece): Behaviour {
  const { behaviour, band } = familyOf(piece);
  return band ? behaviour : (piece.behaviour ?? behaviour);
}

/** Does the piece keep its shape from pin to pin? */
export function isStiff(piece: JobPiece): boolean {
  return behaviourOf(piece) === 'stiff';
}

/**
 * Why pieces cannot be in one row, or null. Carried ones of any spacing go with everything.
 * @param endToEnd they are laid end to end, each as long as it is
 */
export function pitchConflict(pieces: readonly JobPiece[], endToEnd = false): string | null {
  const seated = pieces.filter((piece) => behaviourOf(piece) !== 'carried');
  const [first] = seated;
  const band = endToEnd ? pieces.find(isBand) : undefined;
  if (band) return `“${band.name}” is part of a band: it runs on, and cannot be laid end to end`;
  const odd = seated.find(
    (piece) => (piece.pitch !== first.pitch && !endToEnd) || behaviourOf(piece) !== behaviourOf(first),
  );
  if (!odd) return null;
  if (behaviourOf(odd) !== behaviourOf(first)) {
    return `“${first.name}” is ${behaviourOf(first)} and “${odd.name}” is ${behaviourOf(odd)}: in one row all are stiff or all bend`;
  }
  return `“${first.name}” has a pitch of ${first.pitch} mm and “${odd.name}” one of ${odd.pitch} mm: in one row there is one pitch`;
}
