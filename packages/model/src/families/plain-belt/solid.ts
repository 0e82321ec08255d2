import { sweep } from '@coin-relay/core/solid';
import { slab } from '../../solid/kit';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { beltMark, beltSection, plainBand } from './figure';
import type { PlainBelt } from './piece';

/** A stretch of a belt with its splice, which stands out of its sides by a little. */
export const plainBeltSolid: MakeSolid<PlainBelt> = (piece, span, tolerance) => {
  const band = plainBand(piece);
  const { inner, outer } = beltSection(piece);
  const [section] = band.rings(tolerance);
  const stretch = sweep(
    {
      points: Float64Array.of(0, 0, 0, span, 0, 0),
      across: Float64Array.of(0, 1, 0, 0, 1, 0),
      closed: false,
    },
    () => section,
  );
  const [, splice] = beltMark(piece, span).parts;
  const half = piece.section === 'flat' ? outer * 1.01 : inner;
  const marks: SolidPart[] = splice.d
    .split(/(?=M)/)
    .map((d) => ({ mesh: slab(d, -half, half, tolerance), material: 'thread' }));
  return { main: band.material, parts: [{ mesh: stretch, material: band.material, band: true }, ...marks] };
};
