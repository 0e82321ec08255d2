import * as z from 'zod';
import { length } from '../../job/fields';
import { base, size } from '../piece-base';

export const RollerChainSchema = z
  .object({
    family: z.literal('roller-chain'),
    ...base,
    size,
    part: z.enum(['inner', 'outer']),
    view: z.enum(['side', 'top']).describe('Seen from the side, or from above.'),
    rows: z.number().int().min(1).max(3).describe('Rows side by side, to be seen from above.'),
    plateHeight: length,
    roller: length.describe('Roller diameter, mm.'),
    pin: length.describe('Pin diameter, mm.'),
    width: length.describe('Between the inner plates, mm.'),
    rowPitch: length.describe('From one row to the next, mm.'),
    attachment: z.enum(['none', 'cup', 'tab', 'paddle']).describe('What it carries out of the path.'),
  })
  .describe('A link of a roller chain.');

export type RollerChain = z.infer<typeof RollerChainSchema>;
