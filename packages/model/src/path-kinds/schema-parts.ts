import * as z from 'zod';
import { MOST_PATH_STATIONS } from '../job/limits';
import { angle, coordinate, drivenLength, id, length, lengthOrNone, name } from '../job/fields';

const coordinates = z.object({ x: coordinate, y: coordinate, z: coordinate });
const plane = z
  .object({
    origin: coordinates.describe('Where the zero point of the drawing comes to, mm.'),
    turns: z
      .object({ x: angle, y: angle, z: angle })
      .describe('What the drawing is turned by about x, then y, then z, radians.'),
  })
  .describe('The plane it lies in where that is not the one of the drawing.');

const profile = z
  .object({
    smooth: z.boolean().describe('Smooth between stations; else straight.'),
    stations: z
      .array(
        z.object({
          at: z.number().min(0).max(1).describe('Where, as a part of the length of the path in plan.'),
          z: coordinate.describe('Height there, mm.'),
        }),
      )
      .min(1)
      .max(MOST_PATH_STATIONS),
  })
  .describe('Heights over the path, towards who looks at the drawing: it leaves its plane.');

/**
 * What schemas of path kinds are made from, the schema library among it: kinds are given it, so
 * that a page that only draws paths need not load it.
 */
export const SCHEMA_PARTS = {
  // One by one: the library handed on as a whole would be loaded as a whole.
  z: {
    array: z.array,
    boolean: z.boolean,
    discriminatedUnion: z.discriminatedUnion,
    enum: z.enum,
    literal: z.literal,
    number: z.number,
    object: z.object,
    string: z.string,
    tuple: z.tuple,
  },
  angle,
  coordinate,
  drivenLength,
  id,
  length,
  lengthOrNone,
  point: z.object({ x: coordinate, y: coordinate }),
  spacePoint: coordinates,
  /** What every path has. */
  placed: { id, name, plane: plane.optional() },
  /** What every path has that may be raised. */
  path: { id, name, plane: plane.optional(), profile: profile.optional() },
} as const;

export type SchemaParts = typeof SCHEMA_PARTS;
