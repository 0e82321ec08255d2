import { measurePath, parsePathData, pathBounds, scaleContour, writePathData } from '@coin-relay/core';
import type { OutlinePart } from './outline-schema';
import { placedSolid } from './kept-solid';
import { scaledPlate } from './plate';

/** How far outlines reach across, mm. */
export function outlineHeight(outline: readonly Pick<OutlinePart, 'data'>[]): number {
  let low = Infinity;
  let high = -Infinity;
  for (const { data } of outline) {
    for (const contour of parsePathData(data)) {
      const [, y0, , y1] = pathBounds(measurePath(contour));
      low = Math.min(low, y0);
      high = Math.max(high, y1);
    }
  }
  return Math.max(0, high - low);
}

/** Outlines k times as large, about the origin. */
export function scaledOutline(outline: readonly OutlinePart[], k: number): OutlinePart[] {
  return outline.map((part) => ({
    ...part,
    data: parsePathData(part.data)
      .map((contour) => writePathData(scaleContour(contour, { x: 0, y: 0 }, k), 6))
      .join(''),
    ...(part.points
      ? { points: part.points.map((point) => ({ ...point, x: point.x * k, y: point.y * k })) }
      : {}),
    ...(part.plate ? { plate: scaledPlate(part.plate, k) } : {}),
    ...(part.solid ? { solid: placedSolid(part.solid, [k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0]) } : {}),
  }));
}
