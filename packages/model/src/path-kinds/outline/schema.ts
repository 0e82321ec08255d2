import { LIMITS } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const outlineSchema = ({ z, path }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('outline'),
      ...path,
      data: z
        .string()
        .min(1)
        .max(LIMITS.pathDataCharacters)
        .describe('SVG path data of one contour, in mm, y up.'),
    })
    .describe('An imported line.');
};

/** An imported line. */
export type OutlinePath = z.infer<ReturnType<typeof outlineSchema>>;
