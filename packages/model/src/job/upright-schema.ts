import * as z from 'zod';
import { angle, coordinate, lengthOrNone } from './fields';
import { MOST_PATH_STATIONS } from './limits';

const direction = z
  .object({ x: coordinate, y: coordinate, z: coordinate })
  .refine(
    ({ x, y, z: up }) => x !== 0 || y !== 0 || up !== 0,
    'up is a direction: not all of it can be zero',
  );
const at = z.number().min(0).max(1).describe('Where, as a part of the length of the path.');

/** What keeps the pieces of a run upright, and how they are turned about the path. */
export const UprightSchema = z
  .object({
    by: z.discriminatedUnion('by', [
      z.object({ by: z.literal('least-twist') }),
      z
        .object({ by: z.literal('outward') })
        .describe('Away from the path that theirs winds round; as least-twist where it winds round none.'),
      z.object({ by: z.literal('fixed'), up: direction }).describe('One direction is up everywhere.'),
      z
        .object({
          by: z.literal('stations'),
          stations: z
            .array(z.object({ at, up: direction }))
            .min(1)
            .max(MOST_PATH_STATIONS),
        })
        .describe('Up is told at places, and turns evenly between them.'),
      z
        .object({
          by: z.literal('bank'),
          stations: z
            .array(z.object({ at, roll: angle }))
            .min(1)
            .max(MOST_PATH_STATIONS),
        })
        .describe('Upright but for a lean to the left told at places, radians.'),
      z
        .object({
          by: z.literal('speed'),
          speed: z.number().min(0).max(1e6).describe('mm a second.'),
          ease: lengthOrNone.describe('Over what length it leans over, mm.'),
        })
        .describe('Upright, but leaning into bends as is right for a speed.'),
    ]),
    roll: angle.describe('Of all pieces about the path, radians, to the left.'),
    alternate: angle.describe('Of every other piece besides.'),
    twist: angle.describe('Of pieces along the whole path, from its beginning to its end.'),
    across: coordinate.describe('To the left of the path, mm.'),
  })
  .describe('What is up on the pieces of a run, in the axes of its path.');

export type Upright = z.infer<typeof UprightSchema>;
