import * as z from 'zod';
import { length } from '../../job/fields';
import { base } from '../piece-base';

export const CharmSchema = z
  .object({
    family: z.literal('charm'),
    ...base,
    form: z.enum(['star', 'fish', 'bell', 'pennant', 'hanger']),
    size: length.describe('Height, mm.'),
  })
  .describe('A small thing that hangs from the path.');

export type Charm = z.infer<typeof CharmSchema>;
