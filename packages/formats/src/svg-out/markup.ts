import { writeNumber } from '@coin-relay/core';
import type { Figure, FigurePart } from '@coin-relay/model';
import { INK, type MachinePart } from '@coin-relay/scene';

export const n3 = (value: number): string => writeNumber(value, 3);
const n6 = (value: number): string => writeNumber(value, 6);
export const degrees = (angle: number): number => (angle * 180) / Math.PI;

/** A map as an SVG transform; scale and turn with six decimals, so that far ends stay put. */
export function matrixText(m: ArrayLike<number>): string {
  return `matrix(${n6(m[0])} ${n6(m[1])} ${n6(m[2])} ${n6(m[3])} ${n3(m[4])} ${n3(m[5])})`;
}

/** The parts of a figure as path elements. */
export function figureMarkup({ parts }: Figure, colour: (material: string) => string): string {
  return parts.map((part) => partMarkup(part, part.d, colour)).join('');
}

export function partMarkup(
  { fill, line }: FigurePart,
  d: string,
  colour: (material: string) => string,
): string {
  const stroke = line ? ` stroke="${INK}" stroke-width="0.3"` : '';
  return `<path d="${d}" fill="${fill === null ? 'none' : colour(fill)}" fill-rule="evenodd"${stroke}/>`;
}

export function escapeXml(text: string): string {
  return text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}

/** A part between the rows of a machine. */
export function machinePartMarkup(
  { d, fill, line, wire, at }: MachinePart,
  colour: (material: string) => string,
): string {
  const map = at ? ` transform="${matrixText(at)}"` : '';
  if (!wire) {
    const stroke = line ? ` stroke="${INK}" stroke-width="0.3"` : '';
    return `<path d="${d}"${map} fill="${fill === null ? 'none' : colour(fill)}" fill-rule="evenodd"${stroke}/>`;
  }
  const thick = (width: number, stroke: string): string =>
    `<path d="${d}"${map} fill="none" stroke="${stroke}" stroke-width="${n3(width)}" stroke-linejoin="round" stroke-linecap="round"/>`;
  return thick(wire.width, INK) + thick(Math.max(wire.width - 0.6, wire.width * 0.6), colour(wire.material));
}
