import { RelayError } from '@coin-relay/core';

/** Millimetres in one of each physical unit of CSS. */
export const PHYSICAL: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
};

/** What lengths in an element are measured by. */
export interface LengthGround {
  /** The size that per cent are of, in user units; null where the drawing does not say. */
  readonly size: readonly [width: number, height: number] | null;
  /** User units in a millimetre. */
  readonly perMm: number;
}

/** A number with its unit, in small letters. */
export interface Size {
  readonly value: number;
  readonly unit: string;
}

export function readSize(text: string | undefined): Size | null {
  // Each character can be read in one way only, so that a long text is not tried in many.
  const match = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?)\s*([a-z%]*)$/i.exec((text ?? '').trim());
  return match ? { value: Number(match[1]), unit: match[2].toLowerCase() } : null;
}

/** What per cent of a length are taken of (W3C SVG 2, chapter 8.9). */
export type LengthOf = 'width' | 'height' | 'diagonal';

/** A length in user units; null where it cannot be read. */
export function sizeIn(text: string | undefined, of: LengthOf, { size, perMm }: LengthGround): number | null {
  const read = readSize(text);
  if (!read || !Number.isFinite(read.value)) return null;
  const { value, unit } = read;
  if (unit === '' || unit === 'px') return value;
  if (PHYSICAL[unit] !== undefined) return value * PHYSICAL[unit] * perMm;
  return unit === '%' && size ? (value / 100) * extentOf(size, of) : null;
}

/**
 * A length of an element in user units; 0 where it is not given.
 * @throws RelayError file-broken where it cannot be read, with the attribute and what is there
 */
export function lengthIn(
  attributes: Readonly<Record<string, string>>,
  name: string,
  of: LengthOf,
  ground: LengthGround,
): number {
  const text = attributes[name];
  if (text === undefined || text.trim() === 'auto') return 0;
  const found = sizeIn(text, of, ground);
  if (found !== null) return found;
  const why = text.trim().endsWith('%')
    ? 'is a part of the drawing, which does not say how large it is'
    : 'is no length that can be read';
  throw new RelayError('file-broken', `its ${name}, “${text.trim().slice(0, 40)}”, ${why}`, { field: name });
}

function extentOf([width, height]: readonly [number, number], of: LengthOf): number {
  if (of === 'width') return width;
  return of === 'height' ? height : Math.sqrt((width * width + height * height) / 2);
}
