import { LIMITS } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const hangSchema = ({ z, drivenLength, id, length, placed, point }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('hang'),
      ...placed,
      from: point,
      to: point,
      anchors: z
        .tuple([id.nullable(), id.nullable()])
        .optional()
        .describe('Anchors that its ends are on, instead of the places above.'),
      driven: drivenLength.nullable().optional(),
      by: z.discriminatedUnion('by', [
        z.object({ by: z.literal('length'), length }),
        z.object({ by: z.literal('sag'), sag: length }),
        z.object({
          by: z.literal('count'),
          count: z.number().int().min(1).max(LIMITS.links),
          piece: id.describe('The piece of which so many hang.'),
        }),
      ]),
    })
    .describe('A row hanging between two anchors.');
};

/** A row hanging between two places or anchors. */
export type HangPath = z.infer<ReturnType<typeof hangSchema>>;
