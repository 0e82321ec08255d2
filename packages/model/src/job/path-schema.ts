import { MOST_PICKS } from './limits';
import { MOST_DRAWN_POINTS } from './limits';
import { LIMITS, MOST_SIDES } from '@coin-relay/core';
import * as z from 'zod';
import { angle, coordinate, drivenLength, id, length, lengthOrNone, name } from './fields';

const point = z.object({ x: coordinate, y: coordinate });
const path = { id, name };

const RouteSchema = z
  .object({
    kind: z.literal('route'),
    ...path,
    closed: z.boolean(),
    stops: z
      .array(
        z.object({
          wheel: id,
          turn: z.enum(['ccw', 'cw']),
          slack: lengthOrNone.optional().describe('Spare length hanging in the span after this wheel, mm.'),
        }),
      )
      .min(2)
      .max(LIMITS.wheels),
  })
  .describe('A route round wheels, in order, each passed on the side its turn says.');

const OutlineSchema = z
  .object({
    kind: z.literal('outline'),
    ...path,
    data: z
      .string()
      .min(1)
      .max(LIMITS.pathDataCharacters)
      .describe('SVG path data of one contour, in mm, y up.'),
  })
  .describe('An imported line.');

const StretchSchema = z.discriminatedUnion('kind', [
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

const DrawnSchema = z
  .object({
    kind: z.literal('drawn'),
    ...path,
    closed: z.boolean(),
    points: z
      .array(point.extend({ flowing: z.boolean().optional(), next: StretchSchema }))
      .max(MOST_DRAWN_POINTS),
  })
  .describe('A line drawn by points; each says how the line goes on from it.');

const placed = {
  x: coordinate,
  y: coordinate,
  reversed: z.boolean().optional(),
  start: z.number().min(0).max(1).optional(),
};

const ShapeSchema = z
  .object({
    kind: z.literal('shape'),
    ...path,
    shape: z.discriminatedUnion('of', [
      z.object({ of: z.literal('circle'), ...placed, radius: length }),
      z.object({ of: z.literal('ellipse'), ...placed, rx: length, ry: length, tilt: angle }),
      z.object({
        of: z.literal('rectangle'),
        ...placed,
        width: length,
        height: length,
        corner: lengthOrNone,
        tilt: angle,
      }),
      z.object({
        of: z.literal('two-arc'),
        ...placed,
        distance: length,
        first: length,
        second: length,
        tilt: angle,
      }),
      z.object({
        of: z.literal('polygon'),
        ...placed,
        sides: z.number().int().min(3).max(MOST_SIDES),
        radius: length,
        tilt: angle,
      }),
      z.object({
        of: z.literal('arc'),
        ...placed,
        radius: length,
        from: angle,
        sweep: z.number().min(-7).max(7),
      }),
      z.object({ of: z.literal('straight'), ...placed, length, tilt: angle }),
    ]),
  })
  .describe('A ready shape, which stays what it is.');

const HangSchema = z
  .object({
    kind: z.literal('hang'),
    ...path,
    from: point,
    to: point,
    anchors: z
      .tuple([id.nullable(), id.nullable()])
      .optional()
      .describe('Anchors that its ends are on, instead of the places above.'),
    driven: drivenLength.nullable().optional(),
    by: z.discriminatedUnion('by', [
      z.object({ by: z.literal('length'), length }),
      z.object({ by: z.literal('sag'), sag: length }),
      z.object({
        by: z.literal('count'),
        count: z.number().int().min(1).max(LIMITS.links),
        piece: id.describe('The piece of which so many hang.'),
      }),
    ]),
  })
  .describe('A row hanging between two anchors.');

const StretchOfSchema = z
  .object({
    kind: z.literal('stretch'),
    ...path,
    of: id.describe('The path it is a stretch of.'),
    picks: z.array(z.number().min(0).max(1)).min(2).max(MOST_PICKS),
    way: z.enum(['shorter', 'longer']),
  })
  .describe('A stretch of another path, through places picked on it (as parts of its length).');

const ParallelSchema = z
  .object({
    kind: z.literal('parallel'),
    ...path,
    of: id,
    distance: coordinate.describe('To the left of the way the path runs; negative to the right, mm.'),
    corners: z.enum(['round', 'sharp']),
  })
  .describe('The parallel of another path.');

export const PathSchema = z.discriminatedUnion('kind', [
  RouteSchema,
  OutlineSchema,
  DrawnSchema,
  ShapeSchema,
  HangSchema,
  StretchOfSchema,
  ParallelSchema,
]);
