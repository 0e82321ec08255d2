import { LIMITS } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const routeSchema = ({ z, id, lengthOrNone, placed }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('route'),
      ...placed,
      closed: z.boolean(),
      stops: z
        .array(
          z.object({
            wheel: id,
            turn: z.enum(['ccw', 'cw']),
            slack: lengthOrNone.optional().describe('Spare length hanging in the span after this wheel, mm.'),
          }),
        )
        .min(2)
        .max(LIMITS.wheels),
    })
    .describe('A route round wheels, in order, each passed on the side its turn says.');
};

/** A route round wheels. */
export type RoutePath = z.infer<ReturnType<typeof routeSchema>>;
