import { MOST_WINDINGS } from '@coin-relay/core';
import type { z } from 'zod';
import type { SchemaParts } from '../schema-parts';

/** Stations of one winding at the most. */
export const MOST_WINDING_STATIONS = 200;

export const windingSchema = ({ z, angle, id, lengthOrNone, placed }: SchemaParts) => {
  return z
    .object({
      kind: z.literal('winding'),
      ...placed,
      of: id.describe('The path it winds round, or the winding it is like.'),
      phase: angle.describe(
        'Where it begins: 0 on top of the path, radians; like another, turned from that.',
      ),
      wound: z.discriminatedUnion('by', [
        z.object({
          by: z.literal('own'),
          figure: z
            .enum(['round', 'plait'])
            .describe(
              'Round the path, or crossing to and fro before and behind it as strands of a plait do.',
            ),
          radius: lengthOrNone.describe('From the middle of the path; of a plait to either side of it, mm.'),
          depth: lengthOrNone.describe('Of a plait: before and behind the path, mm.'),
          turns: z
            .number()
            .gt(0)
            .max(MOST_WINDINGS)
            .describe(
              'Along the whole path; round a closed one whole parts of a turn, so that it meets itself.',
            ),
          hand: z.enum(['right', 'left']),
          stations: z
            .array(
              z.object({
                at: z.number().min(0).max(1).describe('Where, as a part of the length of the path.'),
                radius: lengthOrNone.describe('From the middle of the path there, mm.'),
                turn: angle.describe('How far it is turned there besides, radians.'),
              }),
            )
            .min(1)
            .max(MOST_WINDING_STATIONS)
            .refine(
              (stations) => new Set(stations.map(({ at }) => at)).size === stations.length,
              'two stations are at one place',
            )
            .optional(),
          smooth: z.boolean().optional().describe('Smooth between stations, which is usual; else straight.'),
        }),
        z.object({ by: z.literal('like') }).describe('As the winding it is made from, only turned.'),
      ]),
    })
    .describe('A line that winds round another path.');
};

/** A line that winds round another path. */
export type WindingPath = z.infer<ReturnType<typeof windingSchema>>;
export type OwnWinding = Extract<WindingPath['wound'], { by: 'own' }>;
