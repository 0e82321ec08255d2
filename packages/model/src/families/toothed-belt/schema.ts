import * as z from 'zod';
import { length, lengthOrNone } from '../../job/fields';
import { base, size } from '../piece-base';

export const ToothedBeltSchema = z
  .object({
    family: z.literal('toothed-belt'),
    ...base,
    size,
    form: z.enum(['trapezoid', 'round']),
    thickness: length,
    tooth: lengthOrNone,
  })
  .describe('One tooth and its stretch of a belt: it bends with the path.');

export type ToothedBelt = z.infer<typeof ToothedBeltSchema>;
