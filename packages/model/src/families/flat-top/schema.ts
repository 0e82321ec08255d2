import * as z from 'zod';
import { length } from '../../job/fields';
import { base, size } from '../piece-base';

export const FlatTopSchema = z
  .object({
    family: z.literal('flat-top'),
    ...base,
    size,
    width: length.describe('Across the row, mm.'),
    knuckles: z.number().int().min(1).max(20),
  })
  .describe('A flat-top conveyor plate, seen from above.');

export type FlatTop = z.infer<typeof FlatTopSchema>;
