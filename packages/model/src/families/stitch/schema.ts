import * as z from 'zod';
import { length, lengthOrNone } from '../../job/fields';
import { base } from '../piece-base';

export const StitchSchema = z
  .object({
    family: z.literal('stitch'),
    ...base,
    kind: z.enum(['running', 'back', 'cross', 'zigzag']),
    thread: length.describe('Diameter of the thread, mm.'),
    width: lengthOrNone.describe('Across the seam, of cross and zigzag stitches, mm.'),
    gap: lengthOrNone.describe('Cloth between two running stitches, mm.'),
    hole: lengthOrNone.describe('Diameter of the holes, mm.'),
  })
  .describe('One stitch of a seam.');

export type Stitch = z.infer<typeof StitchSchema>;
