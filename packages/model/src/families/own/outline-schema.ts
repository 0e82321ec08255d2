import { MOST_OUTLINE_POINTS } from '../../job/limits';
import { MOST_OUTLINE_CHARACTERS } from '../../job/limits';
import * as z from 'zod';
import { KeptSolidSchema } from './kept-solid-schema';
import { coordinate, id, length, lengthOrNone } from '../../job/fields';

export const OutlinePartSchema = z
  .object({
    data: z
      .string()
      .min(1)
      .max(MOST_OUTLINE_CHARACTERS)
      .describe('SVG path data, mm, y up, in the piece’s own axes.'),
    points: z
      .array(
        z.object({
          x: coordinate,
          y: coordinate,
          round: z.boolean(),
          begins: z.boolean().optional().describe('It begins another ring, as that of a hole.'),
        }),
      )
      .min(3)
      .max(MOST_OUTLINE_POINTS)
      .optional()
      .describe('The points it is drawn by, where it was drawn here or is worked on.'),
    material: id.nullable(),
    line: z.boolean(),
    plate: z
      .object({
        thick: length.describe('How thick it is, mm.'),
        middle: coordinate.describe('How far its middle stands before the plane of its row, mm.'),
        ease: lengthOrNone.describe(
          'How much of its edges is taken off at 45°, mm; at most 0.45 of the thickness.',
        ),
      })
      .optional()
      .describe('What it is as a solid; without it, plate whose thickness follows the pitch.'),
    solid: KeptSolidSchema.optional().describe('What it is as a solid, from a file; then it is no plate.'),
  })
  .describe('One closed outline of an own piece.');

export type OutlinePart = z.infer<typeof OutlinePartSchema>;
