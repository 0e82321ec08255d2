import { MOST_PICKS } from '../../job/limits';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const stretchSchema = ({ z, id, path }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('stretch'),
      ...path,
      of: id.describe('The path it is a stretch of.'),
      picks: z.array(z.number().min(0).max(1)).min(2).max(MOST_PICKS),
      way: z.enum(['shorter', 'longer']),
    })
    .describe('A stretch of another path, through places picked on it (as parts of its length).');
};

/** A stretch of another path. */
export type StretchPath = z.infer<ReturnType<typeof stretchSchema>>;
