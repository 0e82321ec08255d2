import { writeNumber } from '@coin-relay/core';
import { INK, PATH_COLOUR, type DrawnShape } from '@coin-relay/scene';

export const n3 = (value: number): string => writeNumber(value, 3);
const n6 = (value: number): string => writeNumber(value, 6);
export const degrees = (angle: number): number => (angle * 180) / Math.PI;

/** A map as an SVG transform; scale and turn with six decimals, so that far ends stay put. */
export function matrixText(m: ArrayLike<number>): string {
  return `matrix(${n6(m[0])} ${n6(m[1])} ${n6(m[2])} ${n6(m[3])} ${n3(m[4])} ${n3(m[5])})`;
}

/** A shape as path elements. @param within what stands in each of them */
export function shapeMarkup(
  { d, fill, line, wire }: DrawnShape,
  colour: (material: string) => string,
  within = '',
): string {
  const ended = within === '' ? '/>' : `>${within}</path>`;
  if (!wire) {
    const stroke = line ? ` stroke="${INK}" stroke-width="0.3"` : '';
    return `<path d="${d}" fill="${fill === null ? 'none' : colour(fill)}" fill-rule="evenodd"${stroke}${ended}`;
  }
  const thick = (width: number, stroke: string): string =>
    `<path d="${d}" fill="none" stroke="${stroke}" stroke-width="${n3(width)}" stroke-linejoin="round" stroke-linecap="round"${ended}`;
  return thick(wire.width, INK) + thick(Math.max(wire.width - 0.6, wire.width * 0.6), colour(wire.material));
}

/** The line of a path, as it is drawn under a row. */
export const pathMarkup = (d: string): string =>
  `<path d="${d}" fill="none" stroke="${PATH_COLOUR}" stroke-width="0.4"/>`;

export function escapeXml(text: string): string {
  return text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}
