import { mapMesh, type Mesh } from '@coin-relay/core/solid';
import { roundedBar, slab } from '../../solid/kit';
import type { MakeSolid } from '../../solid/solid';
import { flatTopEyes, flatTopPlate, hingePin } from './figure';
import type { FlatTop } from './piece';

/** A plate is so thick, of its pitch: 3.1 mm of 38.1 mm, as table top chains have it (common practice, no source). */
const THICK = 0.081;

/** A conveyor plate that lies on the eyes of its hinges, with the pin through those at its front. */
export const flatTopSolid: MakeSolid<FlatTop> = (piece, span, tolerance) => {
  const pin = hingePin(piece, span);
  const { eye } = pin;
  // The top of the plate is that of its eyes: it goes over into them.
  const thick = Math.min(piece.pitch * THICK, 1.6 * eye);
  const eyes = flatTopEyes(piece, span).map(({ x, from, to }) =>
    across(roundedBar(from, to, eye, eye * 0.3, pin.radius, tolerance), x),
  );
  return {
    main: 'iron',
    parts: [
      { mesh: slab(flatTopPlate(piece, span), eye - thick, eye, tolerance, thick * 0.12), material: 'iron' },
      ...eyes.map((mesh) => ({ mesh, material: 'shade' })),
      {
        mesh: across(roundedBar(pin.from, pin.to, pin.radius, pin.radius, 0, tolerance), span),
        material: 'steel',
      },
    ],
  };
};

/** What is made along the row, across it at x. */
const across = (mesh: Mesh, x: number): Mesh => mapMesh(mesh, [0, -1, 0, x, 1, 0, 0, 0, 0, 0, 1, 0]);
