import * as z from 'zod';
import { base, point } from '../piece-base';
import { MOST_OUTLINE_PARTS } from '../../job/limits';
import { OutlinePartSchema } from './outline-schema';

export const OwnSchema = z
  .object({
    family: z.literal('own'),
    ...base,
    outline: z.array(OutlinePartSchema).min(1).max(MOST_OUTLINE_PARTS),
    pins: z.object({ from: point, to: point }).describe('In the piece’s own axes, mm: it travels from → to.'),
    source: z.string().max(200).describe('Where the outline is from.'),
  })
  .superRefine((piece, context) => {
    const pitch = Math.hypot(piece.pins.to.x - piece.pins.from.x, piece.pins.to.y - piece.pins.from.y);
    if (Math.abs(pitch - piece.pitch) > 1e-6 * Math.max(1, pitch)) {
      context.addIssue({
        code: 'custom',
        path: ['pitch'],
        message: `the pitch is ${piece.pitch}, but its pins are ${pitch} apart`,
      });
    }
  })
  .describe('A piece with an outline of one’s own; its pitch is the distance of its pins.');

export type Own = z.infer<typeof OwnSchema>;
