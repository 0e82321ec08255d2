import * as z from 'zod';
import { length } from '../../job/fields';
import { base, size } from '../piece-base';

export const RoundLinkSchema = z
  .object({
    family: z.literal('round-link'),
    ...base,
    size,
    wire: length.describe('Diameter of the wire, mm.'),
    width: length.describe('Outer width, mm.'),
    facing: z.enum(['face', 'edge', 'slant']),
  })
  .describe('A link of round wire; its pitch is its inner length.');

export type RoundLink = z.infer<typeof RoundLinkSchema>;
