import * as z from 'zod';
import { length } from '../../job/fields';
import { base } from '../piece-base';

export const BeadSchema = z
  .object({
    family: z.literal('bead'),
    ...base,
    form: z.enum(['ball', 'oval', 'disc', 'facet']),
    diameter: length,
    length: length.describe('Along the path, mm.'),
  })
  .describe('A bead on a thread.');

export type Bead = z.infer<typeof BeadSchema>;
