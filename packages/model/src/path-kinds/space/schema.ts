import { MOST_DRAWN_POINTS } from '../../job/limits';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const spaceSchema = ({ z, lengthOrNone, placed, spacePoint }: SchemaParts) => {
  const onward = z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('line') }),
    z
      .object({ kind: z.literal('curve'), out: spacePoint, in: spacePoint })
      .describe('Handles as offsets, mm.'),
  ]);
  return z
    .object({
      kind: z.literal('space'),
      ...placed,
      closed: z.boolean(),
      points: z
        .array(
          spacePoint.extend({
            radius: lengthOrNone.describe('Its corner is rounded to this, mm; 0: it is sharp.'),
            next: onward,
          }),
        )
        .max(MOST_DRAWN_POINTS),
    })
    .describe('A line in space drawn by points; each says how the line goes on from it.');
};

/** A line in space drawn by points. */
export type SpacePath = z.infer<ReturnType<typeof spaceSchema>>;
