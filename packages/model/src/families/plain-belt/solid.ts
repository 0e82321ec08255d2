import { sweep } from '@coin-relay/core/solid';
import { slab } from '../../solid/kit';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { beltMark, plainBand } from './figure';
import type { PlainBelt } from './piece';

/** How wide a belt is, of its thickness: a flat one, and the back of a vee belt (13 × 8 of section A, ISO 4184, from memory). */
const WIDE = { flat: 6, vee: 13 / 8 } as const;
/** Half the angle between the flanks of a vee belt: 40° in all (ISO 4184, from memory). */
const FLANK = (20 * Math.PI) / 180;

/** The section of a belt across the path: half its width at its face towards the wheels and at its back, mm. */
export function beltSection({ section, thickness }: PlainBelt): {
  readonly inner: number;
  readonly outer: number;
} {
  const outer = (thickness * WIDE[section]) / 2;
  const inner = section === 'flat' ? outer : Math.max(outer * 0.2, outer - thickness * Math.tan(FLANK));
  return { inner, outer };
}

/** The section of a belt across the path, counter-clockwise seen against it: y to the inside, z towards who looks. */
export function plainBeltBand(piece: PlainBelt): Float64Array {
  const { inner, outer } = plainBand(piece);
  const half = beltSection(piece);
  return Float64Array.of(-outer, -half.outer, inner, -half.inner, inner, half.inner, -outer, half.outer);
}

/** A stretch of a belt with its splice, which stands out of its sides by a little. */
export const plainBeltSolid: MakeSolid<PlainBelt> = (piece, span, tolerance) => {
  const band = plainBand(piece);
  const { inner, outer } = beltSection(piece);
  const section = plainBeltBand(piece);
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
