import { roundSection, sidesOf, sweep, type Mesh } from '@coin-relay/core/solid';
import { slab, turned } from '../../solid/kit';
import type { MakeSolid, SolidPart } from '../../solid/solid';
import { CHARM_MATERIAL, charmBody, charmEye } from './figure';
import type { Charm } from './piece';

/** A flat charm is so thick, of its size. */
const THICK = 0.06;

/** A charm on its ring: bells and hangers turned, the others cut from plate. */
export const charmSolid: MakeSolid<Charm> = (piece, span, tolerance) => {
  const { x, y, radius, wire } = charmEye(piece, span);
  const main = CHARM_MATERIAL[piece.form];
  const half = (piece.size * THICK) / 2;
  const isTurned = piece.form === 'bell' || piece.form === 'hanger';
  const body = charmBody(piece, span).map(({ d, fill, elongates }, i): SolidPart => {
    // What lies on a plate stands out of it on both sides.
    const thick = half * (1 + 0.15 * i);
    const mesh = isTurned
      ? turned(d, span / 2, tolerance)
      : slab(d, -thick, thick, tolerance, i === 0 ? half * 0.3 : 0);
    return { mesh, material: fill ?? main, ...(elongates ? { elongates } : {}) };
  });
  return { main, parts: [...body, { mesh: ringAt(x, y, radius, wire, tolerance), material: 'steel' }] };
};

/** A ring of wire in the plane of the row. */
function ringAt(x: number, y: number, radius: number, wire: number, tolerance: number): Mesh {
  const n = sidesOf(radius + wire, tolerance);
  const angles = Array.from({ length: n }, (_, i) => (2 * Math.PI * i) / n);
  const line = {
    points: Float64Array.from(angles.flatMap((a) => [x + radius * Math.cos(a), y + radius * Math.sin(a), 0])),
    across: Float64Array.from(angles.flatMap((a) => [Math.cos(a), Math.sin(a), 0])),
    closed: true,
  };
  const section = roundSection(wire, sidesOf(wire, tolerance));
  return sweep(line, () => section);
}
