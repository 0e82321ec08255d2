import { determinant3 } from '@coin-relay/core';
import * as z from 'zod';
import { coordinate } from '../../job/fields';
import { MOST_KEPT_TRIANGLES } from '../../job/limits';

/** Least that a body is scaled by, as a volume: flatter is none. */
const LEAST_SCALE = 1e-12;

export const KeptSolidSchema = z
  .object({
    kept: z
      .string()
      .regex(/^[a-f0-9]{64}$/)
      .describe('Its triangles, kept as binary STL in mm under the SHA-256 of that file.'),
    file: z.string().max(200).describe('The file it came from.'),
    triangles: z.number().int().min(1).max(MOST_KEPT_TRIANGLES),
    openEdges: z.number().int().min(0).describe('Edges that are not in exactly two triangles; 0: closed.'),
    bounds: z
      .array(coordinate)
      .length(6)
      .describe('Its box in the axes of its file: x0, y0, z0, x1, y1, z1, mm.'),
    place: z
      .array(coordinate)
      .length(12)
      .refine((map) => Math.abs(determinant3(map)) > LEAST_SCALE, 'it would be flat')
      .describe(
        'From the axes of its file to those of the piece, z towards who looks: three rows of four numbers.',
      ),
  })
  .describe('A body from a file, which the outline is the silhouette of.');

export type KeptSolid = z.infer<typeof KeptSolidSchema>;
