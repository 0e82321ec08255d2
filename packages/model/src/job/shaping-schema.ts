import * as z from 'zod';
import { angle, coordinate } from './fields';
import { MOST_PATH_STATIONS } from './limits';

/** How what bends along the path of a run changes from place to place. */
export const ShapingSchema = z
  .object({
    rides: z
      .boolean()
      .optional()
      .describe('Places are parts of the length of the row, and ride with it; of bands they stay.'),
    smooth: z.boolean().describe('Smooth between stations, else straight.'),
    stations: z
      .array(
        z.object({
          at: z.number().min(0).max(1).describe('Where, as a part of the length of the path.'),
          scale: z.number().min(0.01).max(100).describe('So many times as large across the path.'),
          roll: angle.describe('About the path, radians, to the left.'),
          lift: coordinate.describe('Towards what is up, mm.'),
        }),
      )
      .min(1)
      .max(MOST_PATH_STATIONS)
      .refine(
        (stations) => new Set(stations.map(({ at }) => at)).size === stations.length,
        'two stations are at one place',
      ),
  })
  .describe('How what bends along the path changes along it: bands, ropes, bodies that bend.');

export type Shaping = z.infer<typeof ShapingSchema>;
