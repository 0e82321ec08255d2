import { pinAt, slab } from '../../solid/kit';
import type { MakeSolid } from '../../solid/solid';
import { plankNails, plankOutline } from './figure';
import type { Plank } from './piece';

/** A plank is so thick, of its width (common practice, no source). */
const THICK = 0.3;

/** A cross-plank with eased edges; the heads of its nails stand out a little. */
export const plankSolid: MakeSolid<Plank> = (piece, span, tolerance) => {
  const t = (piece.width * THICK) / 2;
  const body = slab(plankOutline(piece, span), -t, t, tolerance, piece.width * 0.03);
  const nails = plankNails(piece, span).map(([x, y, r]) =>
    pinAt(x, y, -t * 0.5, t + r * 0.4, r, tolerance, r * 0.3),
  );
  return {
    main: 'wood',
    parts: [{ mesh: body, material: 'wood' }, ...nails.map((mesh) => ({ mesh, material: 'rubber' }))],
  };
};
