import * as z from 'zod';
import { length } from '../../job/fields';
import { base, size } from '../piece-base';

export const PlainBeltSchema = z
  .object({
    family: z.literal('plain-belt'),
    ...base,
    size,
    section: z.enum(['flat', 'vee']),
    thickness: length,
  })
  .describe('A stretch of a flat or vee belt with its mark: it bends with the path.');

export type PlainBelt = z.infer<typeof PlainBeltSchema>;
