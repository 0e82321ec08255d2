import * as z from 'zod';
import { angle, coordinate, id, length, name } from '../job/fields';

const part = z.number().min(0).max(0.9);
export const point = z.object({ x: coordinate, y: coordinate });

export const BehaviourSchema = z
  .enum(['stiff', 'carried', 'bending'])
  .describe(
    'Stiff: keeps its shape from pin to pin. Carried: keeps its shape and sits on one point. Bending: its shape follows the path.',
  );

export const SettingSchema = z
  .object({
    line: coordinate.describe(
      'Which line across the piece runs on the path: its y in the piece’s own axes, mm.',
    ),
    out: coordinate.describe('Out of the path, away from its inside, mm; negative into it.'),
    along: coordinate.describe('Forward along the path, mm.'),
    turn: angle.describe('About its middle, radians counter-clockwise.'),
    flip: z.boolean().describe('Mirrored over the path: what was inside lies outside.'),
    scale: z.number().min(0.01).max(100),
    facing: z
      .enum(['path', 'chord', 'upright', 'point'])
      .describe(
        'Turns with the path’s tangent, with the chord under its own length, stays upright, or turns its inner side to a point.',
      ),
    toward: point.extend({ z: coordinate.optional() }),
    lift: coordinate.optional().describe('Towards what is up on a path in space, mm.'),
  })
  .describe('How every copy of a piece is set on its place.');

export const VariationSchema = z
  .object({
    seed: z.number().int().min(0).max(0xffffffff),
    size: part,
    thickness: part,
    turn: z.number().min(0).max(Math.PI),
    wire: part.describe('Unevenness along the piece’s own wire or rim.'),
  })
  .describe('Seeded differences from piece to piece: parts of one, the turn in radians.');

export const PieceFinishSchema = z
  .object({
    material: id.nullable().describe('Of its main part; null: the family’s own.'),
    line: z.boolean().describe('Outlines drawn in ink.'),
    picture: z
      .object({
        picture: z.string().regex(/^[a-f0-9]{64}$/),
        x: coordinate.describe('Upper left corner in the piece’s own axes, mm.'),
        y: coordinate,
        width: length,
        height: length,
      })
      .nullable()
      .describe('A picture on its main part, kept by the server under its SHA-256.'),
  })
  .describe('What a piece is made of.');

/** What pieces of all families have. */
export const base = {
  id,
  name,
  pitch: length.describe('From pin to pin, mm; of carried pieces, their spacing.'),
  behaviour: BehaviourSchema.optional().describe('Where it is not the usual one of its family.'),
  setting: SettingSchema.optional(),
  variation: VariationSchema.optional(),
  finish: PieceFinishSchema.optional(),
  mass: z.number().min(0).max(1e9).optional().describe('Of one piece, grams.'),
};

export const MaterialSchema = z
  .object({
    id,
    name,
    colour: z.string().regex(/^#[0-9a-f]{6}$/),
    metal: z.number().min(0).max(1).describe('0 is no metal, 1 is bare metal.'),
    rough: z.number().min(0).max(1).describe('0 is polished, 1 is dull.'),
  })
  .describe('A material of one’s own.');

export type PieceBase = z.infer<z.ZodObject<typeof base>>;
export type Point = z.infer<typeof point>;
export type Behaviour = z.infer<typeof BehaviourSchema>;
export type Setting = z.infer<typeof SettingSchema>;
export type Variation = z.infer<typeof VariationSchema>;
export type PieceFinish = z.infer<typeof PieceFinishSchema>;
export type Material = z.infer<typeof MaterialSchema>;
