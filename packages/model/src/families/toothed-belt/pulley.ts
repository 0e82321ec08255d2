import { short, type Figure } from '../../figure/figure';
import { aroundCentre, wheelBody } from '../../figure/toothed-wheel';
import type { ToothedWheel } from '../family';
import { toothedBand } from './figure';
import type { ToothedBelt } from './piece';

/** A pulley whose gaps take the teeth of a belt; the belt's pitch line runs at its radius. */
export function toothedPulley({ radius, teeth }: ToothedWheel, piece: ToothedBelt): Figure {
  const face = radius - toothedBand(piece).inner;
  const root = face - piece.tooth * 1.05;
  const step = (2 * Math.PI) / teeth;
  let d = '';
  for (let k = 0; k < teeth; k++) {
    const a = k * step;
    d += `${k === 0 ? 'M' : 'L'}${aroundCentre(face, a - step * 0.29)}L${aroundCentre(root, a - step * 0.19)}`;
    d += `A${short(root)} ${short(root)} 0 0 1 ${aroundCentre(root, a + step * 0.19)}L${aroundCentre(face, a + step * 0.29)}`;
    d += `A${short(face)} ${short(face)} 0 0 1 ${aroundCentre(face, a + step * 0.71)}`;
  }
  return wheelBody(`${d}Z`, root - piece.tooth);
}
