import { familyOf } from '../families';
import { lcm, type FitOutcome } from '@coin-relay/core';
import { PLAIN_SET_OUT } from '../job';
import { letteringRepeat } from '../lettering';
import type { JobPiece } from '../families';
import type { ResolvedSetOut } from '../resolve';

/** Does nothing but its sequence decide what stands where in a row? */
export function isInTurn({ setOut, pieces }: ResolvedSetOut): boolean {
  return (
    setOut.order.by === 'turn' &&
    setOut.rules.length === 0 &&
    setOut.byHand.length === 0 &&
    setOut.alternate === PLAIN_SET_OUT.alternate &&
    setOut.handed === null &&
    setOut.finishes === null &&
    !pieces.some((piece) => piece.variation)
  );
}

/**
 * Pitches after which the row looks the same again: its sequence where nothing else decides, else
 * the whole loop. Along an open path pieces come in and leave in the order of the sequence.
 */
export function repeatOf(
  fit: Pick<FitOutcome, 'count' | 'row'>,
  sequence: readonly JobPiece[],
  setOut: ResolvedSetOut,
): number {
  const plain = isInTurn(setOut);
  const written = setOut.lettering ? letteringRepeat(setOut.lettering, fit.count) : 1;
  const turns = lcm(rolledInTurn(setOut), written);
  if (fit.row.kind === 'open') return lcm(lcm(plain ? sequence.length : fit.count, turns), fit.row.cycle);
  const alike = plain && fit.count % sequence.length === 0 ? sequence.length : fit.count;
  return lcm(lcm(alike, turns), fit.row.cycle);
}

/** After how many places pieces are rolled about their path as before. */
const rolledInTurn = ({ stand }: Pick<ResolvedSetOut, 'stand'>): 1 | 2 =>
  stand && Math.abs(Math.sin(stand.alternate / 2)) > SAME ? 2 : 1;

/** Angles this near to each other are the same, radians. */
const SAME = 1e-9;

/**
 * Pitches after which the row nearly looks the same to the eye: what links carry, and what they
 * are made of, catches it less than the links themselves.
 */
export function visibleRepeat(sequence: readonly JobPiece[], setOut: Pick<ResolvedSetOut, 'stand'>): number {
  const looks = sequence.map(lookOf);
  const turns = rolledInTurn(setOut);
  for (let period = 1; period < looks.length; period++) {
    if (looks.length % period === 0 && looks.every((look, i) => look === looks[i % period]))
      return lcm(period, turns);
  }
  return lcm(looks.length, turns);
}

const lookOf = (piece: JobPiece): string => `${piece.family} ${familyOf(piece).look?.(piece) ?? ''}`;
