import * as z from 'zod';
import { length } from '../../job/fields';
import { base } from '../piece-base';

export const PlankSchema = z
  .object({
    family: z.literal('plank'),
    ...base,
    length: length.describe('Across the path, mm.'),
    width: length.describe('Along the path, mm.'),
    nails: z.boolean(),
  })
  .describe('A cross-plank, seen from above.');

export type Plank = z.infer<typeof PlankSchema>;
