import { MOST_DRAWN_POINTS } from '../../job/limits';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

export const drawnSchema = ({ z, angle, length, path, point }: SchemaParts) => {
  const onward = z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('line') }),
    z.object({ kind: z.literal('curve'), out: point, in: point }).describe('Handles as offsets, mm.'),
    z.object({ kind: z.literal('arc'), bulge: z.number().min(-1e6).max(1e6) }),
    z.object({
      kind: z.literal('ellipse'),
      rx: length,
      ry: length,
      tilt: angle,
      start: angle,
      sweep: z.number().min(-7).max(7),
    }),
  ]);
  return z
    .object({
      kind: z.literal('drawn'),
      ...path,
      closed: z.boolean(),
      points: z.array(point.extend({ flowing: z.boolean().optional(), next: onward })).max(MOST_DRAWN_POINTS),
    })
    .describe('A line drawn by points; each says how the line goes on from it.');
};

/** A line drawn by points. */
export type DrawnPath = z.infer<ReturnType<typeof drawnSchema>>;
