import { slab } from '../../solid/kit';
import { rectangle } from '../../figure/figure';
import type { MakeSolid } from '../../solid/solid';
import { BELT_WIDTH, beltTooth, toothedBand } from './figure';
import type { ToothedBelt } from './piece';

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
