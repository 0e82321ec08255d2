import * as z from 'zod';
import { missingSigns } from '../lettering/sign-ranges';
import { coordinate, id, length } from './fields';
import { MOST_LETTERS } from './limits';

/** What is written on the pieces of a run. */
export const LetteringSchema = z
  .object({
    text: z
      .string()
      .min(1)
      .max(MOST_LETTERS)
      .superRefine((text, context) => {
        const missing = missingSigns(text);
        if (missing.length > 0)
          context.addIssue({
            code: 'custom',
            message: `there is no outline of ${missing.map((sign) => `“${sign}”`).join(', ')}: letter with Latin letters, digits and their signs`,
          });
      })
      .describe('What is written; # is the number of the piece, ## that with two digits at the least.'),
    spelled: z
      .boolean()
      .describe('The signs of the text come one by one, one on each piece, and from the first again.'),
    start: z.number().int().min(-999_999).max(999_999).describe('The number of the first one.'),
    step: z.number().int().min(-1_000).max(1_000).describe('From one number to the next.'),
    first: z.number().int().min(1).max(100_000).describe('The place that is lettered first, from 1.'),
    every: z.number().int().min(1).max(1_000).describe('Every so many places.'),
    height: length.describe('Of a capital letter, mm.'),
    along: coordinate.describe('Its middle from the middle of the piece, the way the row goes, mm.'),
    across: coordinate.describe(
      'Its middle from the middle of the piece, towards the inside, mm; on its outside or inside: up.',
    ),
    quarters: z
      .number()
      .int()
      .min(0)
      .max(3)
      .describe('How it reads: the way the row goes, turned to the left by so many quarter turns.'),
    upright: z.boolean().describe('Turned by half a turn where it would stand on its head as the row rests.'),
    sides: z
      .enum(['front', 'back', 'both', 'outside', 'inside'])
      .describe(
        'On what is seen of a piece from the front, from behind, or on both; on its outside or its inside, as on the back of a belt, which is seen in space alone.',
      ),
    material: id,
  })
  .describe('Letters and running numbers on the pieces of a row.');

export type Lettering = z.infer<typeof LetteringSchema>;
