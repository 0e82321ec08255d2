import { roundedBar } from '../../solid/kit';
import type { MakeSolid } from '../../solid/solid';
import { tubeRim } from './figure';
import type { Tube } from './piece';

/** A piece of tube with its bore and rounded rims. */
export const tubeSolid: MakeSolid<Tube> = (piece, span, tolerance) => {
  const from = (span - piece.length) / 2;
  const mesh = roundedBar(
    from,
    from + piece.length,
    piece.outer / 2,
    tubeRim(piece),
    Math.min(piece.bore, piece.outer * 0.98) / 2,
    tolerance,
  );
  return { main: 'copper', parts: [{ mesh, material: 'copper' }] };
};
