import { MOST_RULES } from './limits';
import { MOST_HAND_TOUCHES } from './limits';
import { MOST_HANDED } from './limits';
import * as z from 'zod';
import { angle, coordinate, id, length } from './fields';

const touch = {
  turn: angle,
  along: coordinate.describe('Forward along the path, mm.'),
  out: coordinate.describe('Out of the path, mm.'),
  roll: angle.optional().describe('About the path, radians, to the left.'),
};
const place = z.number().int().min(0).max(1_000_000);
const seed = z.number().int().min(0).max(0xffffffff);

export const RoleSchema = z.discriminatedUnion('role', [
  z.object({ role: z.literal('first') }),
  z.object({ role: z.literal('last') }),
  z.object({ role: z.literal('corners') }).describe('The place nearest to every corner of the path.'),
  z.object({ role: z.literal('points') }).describe('The place nearest to every point the path is drawn by.'),
  z.object({
    role: z.literal('every'),
    every: z.number().int().min(1).max(100_000),
    start: place.describe('Places before the first one taken.'),
    from: z.enum(['start', 'end']),
  }),
  z.object({
    role: z.literal('nth'),
    at: place.describe('Places before the one taken.'),
    from: z.enum(['start', 'end']),
  }),
]);

export const RuleSchema = z
  .object({
    id,
    on: RoleSchema,
    piece: id.nullable().describe('null: the piece that is there stays.'),
    material: id.nullable(),
    snap: z.boolean().describe('At a corner or point: exactly on it.'),
    ...touch,
  })
  .describe('What comes to the places of a role. Later rules go over earlier ones.');

export const HandTouchSchema = z
  .object({
    id,
    at: z.discriminatedUnion('by', [
      z.object({ by: z.literal('index'), index: place }),
      z.object({ by: z.literal('distance'), s: z.number().min(0).max(1e7).describe('mm along the path.') }),
    ]),
    leftOut: z.boolean(),
    piece: id.nullable(),
    ...touch,
  })
  .describe('What was done to one place by hand.');

export const OrderSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('turn') }),
  z.object({
    by: z.literal('weight'),
    seed,
    apart: z.boolean().describe('Never two alike in a row.'),
    weights: z.array(z.number().min(0).max(1e6)).max(200).describe('One for each step of the sequence.'),
  }),
]);

export const SetOutSchema = z
  .object({
    order: OrderSchema,
    steps: z
      .array(z.object({ ...touch, material: id.nullable() }))
      .max(200)
      .describe('How each step of the sequence sits, and its finish; empty: all plain.'),
    alternate: angle.describe('Turn of every other place, radians.'),
    rules: z.array(RuleSchema).max(MOST_RULES),
    byHand: z.array(HandTouchSchema).max(MOST_HAND_TOUCHES),
    handed: z
      .object({
        takes: z.enum(['position', 'direction', 'both']),
        items: z
          .array(z.object({ id, piece: id, x: coordinate, y: coordinate, angle }))
          .max(MOST_HANDED)
          .describe('Objects with their own place, in the order they are handed out.'),
      })
      .nullable()
      .describe('Different objects handed to the places in order.'),
    boundary: z
      .object({ path: id, keep: z.enum(['inside', 'outside']), how: z.enum(['whole', 'cut']) })
      .nullable(),
    reach: z
      .object({ path: id, way: z.enum(['out', 'in', 'up', 'down']) })
      .nullable()
      .describe('Every piece is stretched until it reaches this path.'),
    rows: z.object({ count: z.number().int().min(1).max(12), spacing: length }),
    twin: z
      .object({ x: coordinate, y: coordinate, angle })
      .nullable()
      .describe('A mirrored twin: over the line through this point in this direction.'),
    overlap: z
      .enum(['as-made', 'next-over', 'next-under', 'linked'])
      .describe('Which neighbour lies on top.'),
    finishes: z
      .object({ seed, materials: z.array(id).max(20) })
      .nullable()
      .describe('Finishes drawn by seed.'),
  })
  .describe('Which piece goes where.');

export type Role = z.infer<typeof RoleSchema>;
export type Rule = z.infer<typeof RuleSchema>;
export type HandTouch = z.infer<typeof HandTouchSchema>;
export type SetOut = z.infer<typeof SetOutSchema>;
