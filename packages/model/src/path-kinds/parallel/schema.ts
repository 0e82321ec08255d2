import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const parallelSchema = ({ z, coordinate, id, path }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('parallel'),
      ...path,
      of: id,
      distance: coordinate.describe('To the left of the way the path runs; negative to the right, mm.'),
      corners: z.enum(['round', 'sharp']),
    })
    .describe('The parallel of another path.');
};

/** The parallel of another path. */
export type ParallelPath = z.infer<ReturnType<typeof parallelSchema>>;
