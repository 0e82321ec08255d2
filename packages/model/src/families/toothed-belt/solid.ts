import { slab } from '../../solid/kit';
import { rectangle } from '../../figure/figure';
import type { MakeSolid } from '../../solid/solid';
import { beltTooth, toothedBand } from './figure';
import type { ToothedBelt } from './piece';

/** A belt is so wide, of its pitch: 25.4 mm of 12.7 mm is a stock width of pitch H (ISO 5296, from memory). */
export const BELT_WIDTH = 2;

/** The section of a belt across the path, counter-clockwise seen against it: y to the inside, z towards who looks. */
export function toothedBeltBand(piece: ToothedBelt): Float64Array {
  const { inner, outer } = toothedBand(piece);
  const half = (piece.pitch * BELT_WIDTH) / 2;
  return Float64Array.of(-outer, -half, inner, -half, inner, half, -outer, half);
}

/** A tooth across the whole belt, and the stretch of the belt that goes with it. */
export const toothedBeltSolid: MakeSolid<ToothedBelt> = (piece, span, tolerance) => {
  const half = (piece.pitch * BELT_WIDTH) / 2;
  const { inner, outer, material } = toothedBand(piece);
  const [{ d }] = beltTooth(piece).parts;
  const stretch = rectangle(-span / 2, -outer, span / 2, inner);
  return {
    main: 'rubber',
    parts: [
      ...(piece.tooth > 0 ? [{ mesh: slab(d, -half, half, tolerance), material: 'rubber' }] : []),
      { mesh: slab(stretch, -half, half, tolerance), material, band: true as const },
    ],
  };
};
