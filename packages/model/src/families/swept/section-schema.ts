import { STOCK_SECTIONS } from '@coin-relay/core';
import * as z from 'zod';
import { coordinate, length, lengthOrNone } from '../../job/fields';
import { MOST_OUTLINE_CHARACTERS, MOST_OUTLINE_POINTS } from '../../job/limits';

const mirrored = z.boolean().describe('Mirrored about the middle of its box.');
const wall = lengthOrNone.describe(
  'How thick it is along its line, mm; 0: all within its outline is solid. An open line needs one.',
);

/** The cross-section of a band: x towards the inside of the path, y towards who looks at the drawing. */
export const SectionSchema = z
  .discriminatedUnion('by', [
    z
      .object({
        by: z.literal('stock'),
        shape: z.enum(STOCK_SECTIONS),
        width: length.describe('Over all, mm; of round ones the outer diameter.'),
        height: length.describe('Over all, mm; where the shape has one.'),
        wall: length.describe('Thickness, mm; where the shape has one.'),
        mirrored,
      })
      .describe('A ready-made section, the middle of its box on the path.'),
    z
      .object({
        by: z.literal('points'),
        points: z
          .array(z.object({ x: coordinate, y: coordinate, round: z.boolean() }))
          .min(2)
          .max(MOST_OUTLINE_POINTS),
        closed: z.boolean(),
        wall,
        mirrored,
      })
      .describe('Drawn by points, mm.'),
    z
      .object({
        by: z.literal('outline'),
        data: z.string().min(1).max(MOST_OUTLINE_CHARACTERS).describe('SVG path data, mm.'),
        source: z.string().max(200).describe('The file it is from.'),
        wall,
        mirrored,
      })
      .describe('From a file.'),
  ])
  .describe('The cross-section: x towards the inside of the path, y towards who looks at the drawing, mm.');

export type Section = z.infer<typeof SectionSchema>;
