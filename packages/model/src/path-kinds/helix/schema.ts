import { MOST_TURNS } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const helixSchema = ({ z, angle, coordinate, lengthOrNone, placed, spacePoint }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('helix'),
      ...placed,
      centre: spacePoint.describe(
        'On its axis, at the height it begins, mm. The axis goes towards who looks.',
      ),
      from: lengthOrNone.describe('Radius where it begins, mm.'),
      to: lengthOrNone.describe('Radius where it ends, mm.'),
      rise: coordinate.describe('How far it rises in one turn, mm; negative downwards.'),
      turns: z.number().gt(0).max(MOST_TURNS),
      hand: z.enum(['ccw', 'cw']).describe('Which way it turns, seen in plan.'),
      start: angle.describe('Where it begins, radians from the x axis.'),
    })
    .describe('A helix, round or conical.');
};

/** A helix. */
export type HelixPath = z.infer<ReturnType<typeof helixSchema>>;
