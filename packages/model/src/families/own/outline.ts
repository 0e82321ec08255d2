import { measurePath, parsePathData, pathBounds, scaleContour, writePathData } from '@coin-relay/core';
import * as z from 'zod';
import { coordinate, id } from '../../job/fields';

/** Characters of path data in one part of an own outline, and parts of one piece. */
export const MOST_OUTLINE_CHARACTERS = 200_000;
export const MOST_OUTLINE_PARTS = 60;
export const MOST_OUTLINE_POINTS = 400;

export const OutlinePartSchema = z
  .object({
    data: z
      .string()
      .min(1)
      .max(MOST_OUTLINE_CHARACTERS)
      .describe('SVG path data, mm, y up, in the piece’s own axes.'),
    points: z
      .array(z.object({ x: coordinate, y: coordinate, round: z.boolean() }))
      .min(3)
      .max(MOST_OUTLINE_POINTS)
      .optional()
      .describe('The points it was drawn by, where it was drawn here.'),
    material: id.nullable(),
    line: z.boolean(),
  })
  .describe('One closed outline of an own piece.');

export type OutlinePart = z.infer<typeof OutlinePartSchema>;

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
    ...(part.points ? { points: part.points.map(({ x, y, round }) => ({ x: x * k, y: y * k, round })) } : {}),
  }));
}
