import { LIMITS, MOST_WRAPS } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const routeSchema = ({ z, coordinate, id, lengthOrNone, placed }: SchemaParts) => {
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
            wraps: z
              .object({
                turns: z.number().int().min(1).max(MOST_WRAPS),
                rise: coordinate.describe('How far each turn rises, mm; negative downwards.'),
              })
              .optional()
              .describe('Whole turns round this wheel besides, as round a capstan: side by side along it.'),
          }),
        )
        .min(2)
        .max(LIMITS.wheels),
    })
    .describe('A route round wheels, in order, each passed on the side its turn says.');
};

/** A route round wheels. */
export type RoutePath = z.infer<ReturnType<typeof routeSchema>>;
