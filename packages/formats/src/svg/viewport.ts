import type { Attributes } from './shapes';
import type { AffineTuple } from '@coin-relay/core';

/** Millimetres in one of each physical unit of CSS. */
const PHYSICAL: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
};

interface Size {
  readonly value: number;
  readonly unit: string;
}

function readSize(text: string | undefined): Size | null {
  // Each character can be read in one way only, so that a long text is not tried in many.
  const match = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?)\s*([a-z%]*)$/i.exec((text ?? '').trim());
  return match ? { value: Number(match[1]), unit: match[2].toLowerCase() } : null;
}

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
export function innerViewport(attributes: Attributes): AffineTuple {
  const x = readSize(attributes['x'])?.value ?? 0;
  const y = readSize(attributes['y'])?.value ?? 0;
  const box = readViewBox(attributes['viewBox']);
  const w = readSize(attributes['width']);
  const h = readSize(attributes['height']);
  if (!box || !w || !h || w.unit === '%' || h.unit === '%') return [1, 0, 0, 1, x, y];
  const k = Math.min(w.value / box[2], h.value / box[3]);
  const dx = (w.value - box[2] * k) / 2;
  const dy = (h.value - box[3] * k) / 2;
  return [k, 0, 0, k, x + dx - box[0] * k, y + dy - box[1] * k];
}
