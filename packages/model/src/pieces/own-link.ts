import * as z from 'zod';
import { MaterialSchema, PieceSchema, pitchConflict } from '../families';
import { id, name } from '../job/fields';

/** A link of one's own as the catalogue keeps it: its pieces, the order they come in, the materials they need. */
export const OwnLinkSchema = z
  .object({
    name,
    pieces: z.array(PieceSchema).min(1).max(20),
    sequence: z.array(id).min(1).max(200),
    materials: z.array(MaterialSchema).max(20),
    overlap: z.enum(['as-made', 'next-over', 'next-under', 'linked']),
  })
  .superRefine((link, context) => {
    const known = new Set(link.pieces.map((piece) => piece.id));
    link.sequence.forEach((wanted, i) => {
      if (!known.has(wanted))
        context.addIssue({
          code: 'custom',
          path: ['sequence', i],
          message: `there is no piece “${wanted}” in it`,
        });
    });
    const message = pitchConflict(link.pieces);
    if (message) context.addIssue({ code: 'custom', path: ['pieces'], message });
  })
  .describe('A link of one’s own in the catalogue.');

export type OwnLink = z.infer<typeof OwnLinkSchema>;
