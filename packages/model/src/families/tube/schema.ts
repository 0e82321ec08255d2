import * as z from 'zod';
import { length, lengthOrNone } from '../../job/fields';
import { base } from '../piece-base';

export const TubeSchema = z
  .object({
    family: z.literal('tube'),
    ...base,
    length: length.describe('Of the tube, mm; the rest of the pitch is a gap.'),
    outer: length.describe('Outer diameter, mm.'),
    bore: lengthOrNone,
  })
  .describe('A piece of tube of given length.');

export type Tube = z.infer<typeof TubeSchema>;
