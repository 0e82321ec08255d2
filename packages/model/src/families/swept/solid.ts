import { sweepBand } from '@coin-relay/core/solid';
import type { MakeSolid } from '../../solid/solid';
import { sweptBand } from './figure';
import type { Swept } from './piece';

/** A stretch of a band by itself: straight, with an end on both sides. */
export const sweptSolid: MakeSolid<Swept> = (piece, span, tolerance) => {
  const { material, rings } = sweptBand(piece);
  const frames = Float64Array.of(0, 0, 0, 0, 1, 0, 0, 0, 1, span, 0, 0, 0, 1, 0, 0, 0, 1);
  const line = { places: Float64Array.of(0, span), frames, closed: false };
  return {
    main: material,
    parts: [{ mesh: sweepBand(line, rings(tolerance)), material, band: true }],
  };
};
