import * as z from 'zod';
import { length, lengthOrNone } from '../../job/fields';
import { base } from '../piece-base';

export const LampSchema = z
  .object({
    family: z.literal('lamp'),
    ...base,
    form: z.enum(['bulb', 'lantern']),
    diameter: length,
    cord: lengthOrNone.describe('From the path to the lamp, mm.'),
  })
  .describe('A hanging lamp.');

export type Lamp = z.infer<typeof LampSchema>;
