import { MOST_SIDES } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const shapeSchema = ({ z, angle, coordinate, length, lengthOrNone, path }: SchemaParts) => {
  const placed = {
    x: coordinate,
    y: coordinate,
    reversed: z.boolean().optional(),
    start: z.number().min(0).max(1).optional(),
  };
  return z
    .object({
      kind: z.literal('shape'),
      ...path,
      shape: z.discriminatedUnion('of', [
        z.object({ of: z.literal('circle'), ...placed, radius: length }),
        z.object({ of: z.literal('ellipse'), ...placed, rx: length, ry: length, tilt: angle }),
        z.object({
          of: z.literal('rectangle'),
          ...placed,
          width: length,
          height: length,
          corner: lengthOrNone,
          tilt: angle,
        }),
        z.object({
          of: z.literal('two-arc'),
          ...placed,
          distance: length,
          first: length,
          second: length,
          tilt: angle,
        }),
        z.object({
          of: z.literal('polygon'),
          ...placed,
          sides: z.number().int().min(3).max(MOST_SIDES),
          radius: length,
          tilt: angle,
        }),
        z.object({
          of: z.literal('arc'),
          ...placed,
          radius: length,
          from: angle,
          sweep: z.number().min(-7).max(7),
        }),
        z.object({ of: z.literal('straight'), ...placed, length, tilt: angle }),
      ]),
    })
    .describe('A ready shape, which stays what it is.');
};

/** A ready shape. */
export type ShapePath = z.infer<ReturnType<typeof shapeSchema>>;
