import type { Attributes } from './shapes';
import type { AffineTuple } from '@coin-relay/core';
import { PHYSICAL, readSize, sizeIn, type LengthGround, type LengthOf } from './lengths';

function readViewBox(text: string | undefined): readonly [number, number, number, number] | null {
  const n = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (n.length !== 4 || n.some((value) => !Number.isFinite(value)) || !(n[2] > 0 && n[3] > 0)) return null;
  return [n[0], n[1], n[2], n[3]];
}

/**
 * The map from a drawing's own units to millimetres. A width or height in a physical unit
 * decides; a drawing without one (pixels, per cent, or nothing) is taken at one unit = one mm.
 */
export function outerViewport(attributes: Attributes): {
  matrix: AffineTuple;
  millimetresPerUnit: number;
  physical: boolean;
} {
  const box = readViewBox(attributes['viewBox']);
  const width = readSize(attributes['width']);
  const height = readSize(attributes['height']);
  const w = width && PHYSICAL[width.unit] ? width.value * PHYSICAL[width.unit] : null;
  const h = height && PHYSICAL[height.unit] ? height.value * PHYSICAL[height.unit] : null;
  const x0 = box?.[0] ?? 0;
  const y0 = box?.[1] ?? 0;
  if (w === null && h === null) {
    return { matrix: [1, 0, 0, 1, -x0, -y0], millimetresPerUnit: 1, physical: false };
  }
  // Without a view box a user unit is a CSS pixel, 1/96 inch.
  if (!box)
    return { matrix: [25.4 / 96, 0, 0, 25.4 / 96, 0, 0], millimetresPerUnit: 25.4 / 96, physical: true };
  const kx = w === null ? Infinity : w / box[2];
  const ky = h === null ? Infinity : h / box[3];
  if ((attributes['preserveAspectRatio'] ?? '').trim().startsWith('none') && w !== null && h !== null) {
    return { matrix: [kx, 0, 0, ky, -x0 * kx, -y0 * ky], millimetresPerUnit: kx, physical: true };
  }
  const k = Math.min(kx, ky);
  return { matrix: [k, 0, 0, k, -x0 * k, -y0 * k], millimetresPerUnit: k, physical: true };
}

/** The map of an `svg` element inside a drawing: its place and its view box, fitted and centred. */
export function innerViewport(attributes: Attributes, ground: LengthGround): AffineTuple {
  const length = (name: string, of: LengthOf): number | null => sizeIn(attributes[name], of, ground);
  const x = length('x', 'width') ?? 0;
  const y = length('y', 'height') ?? 0;
  const box = readViewBox(attributes['viewBox']);
  const w = length('width', 'width');
  const h = length('height', 'height');
  if (!box || w === null || h === null) return [1, 0, 0, 1, x, y];
  const k = Math.min(w / box[2], h / box[3]);
  const dx = (w - box[2] * k) / 2;
  const dy = (h - box[3] * k) / 2;
  return [k, 0, 0, k, x + dx - box[0] * k, y + dy - box[1] * k];
}

/** CSS pixels, which are user units where there is no view box, in a millimetre. */
const PIXELS_PER_MM = 96 / 25.4;

/**
 * What lengths in a drawing are measured by. In one without a physical size a unit is taken for a millimetre, and so a millimetre for a unit.
 */
export function lengthGround(attributes: Attributes, physical: boolean): LengthGround {
  return groundOf(attributes, physical ? PIXELS_PER_MM : 1, null);
}

/** That of an `svg` element, or of a symbol that is shown; where it says no size it has that of what it stands in. */
export const innerGround = (attributes: Attributes, { size, perMm }: LengthGround): LengthGround =>
  groundOf(attributes, perMm, size);

function groundOf(attributes: Attributes, perMm: number, outer: LengthGround['size']): LengthGround {
  const box = readViewBox(attributes['viewBox']);
  if (box) return { size: [box[2], box[3]], perMm };
  const ground = { size: outer, perMm };
  const width = sizeIn(attributes['width'], 'width', ground);
  const height = sizeIn(attributes['height'], 'height', ground);
  return { size: width !== null && height !== null ? [width, height] : outer, perMm };
}
