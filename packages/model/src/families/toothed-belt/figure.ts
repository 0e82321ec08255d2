import { data, type Figure } from '../../figure/figure';
import type { Band } from '../family';
import type { ToothedBelt } from './piece';

/** A tooth of a belt about its own place: the band's pitch line is y = 0, the pulleys' side y positive. */
export function beltTooth(piece: ToothedBelt): Figure {
  const root = piece.pitch * 0.26;
  const tip = piece.pitch * 0.17;
  const foot = toothedBand(piece).inner;
  const top = foot + piece.tooth;
  // Round teeth are arcs as high as the tooth on the width of its foot.
  const r = (root * root + piece.tooth * piece.tooth) / (2 * Math.max(piece.tooth, 1e-6));
  const outline =
    piece.form === 'round' && piece.tooth > 0
      ? data`M${-root} ${foot - 0.05}L${-root} ${foot}A${r} ${r} 0 0 0 ${root} ${foot}L${root} ${foot - 0.05}Z`
      : data`M${-root} ${foot - 0.05}L${-tip} ${top}L${tip} ${top}L${root} ${foot - 0.05}Z`;
  return { main: 'rubber', parts: [{ d: outline, fill: 'rubber', line: false }] };
}

/** A belt is so wide, of its pitch: 25.4 mm of 12.7 mm is a stock width of pitch H (ISO 5296, from memory). */
export const BELT_WIDTH = 2;

/** The band behind the teeth; its cord, the pitch line, lies near the pulleys' side. */
export function toothedBand({ pitch, thickness, tooth }: ToothedBelt): Band {
  const body = thickness - tooth;
  const [inner, outer, half] = [body * 0.35, body * 0.65, (pitch * BELT_WIDTH) / 2];
  const ring = Float64Array.of(-outer, -half, inner, -half, inner, half, -outer, half);
  return { inner, outer, material: 'rubber', rings: () => [ring] };
}
