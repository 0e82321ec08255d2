import { LIMITS } from '@coin-relay/core';
import * as z from 'zod';
import { angle, coordinate, id, length, lengthOrNone, name } from './fields';

/** Characters of path data in one part of an own outline, and parts of one piece. */
export const MOST_OUTLINE_CHARACTERS = 200_000;
export const MOST_OUTLINE_PARTS = 60;
export const MOST_OUTLINE_POINTS = 400;

const part = z.number().min(0).max(0.9);
const point = z.object({ x: coordinate, y: coordinate });

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
    toward: point,
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

const base = {
  id,
  name,
  pitch: length.describe('From pin to pin, mm; of carried pieces, their spacing.'),
  behaviour: BehaviourSchema.optional().describe('Where it is not the usual one of its family.'),
  setting: SettingSchema.optional(),
  variation: VariationSchema.optional(),
  finish: PieceFinishSchema.optional(),
  mass: z.number().min(0).max(1e9).optional().describe('Of one piece, grams.'),
};
const size = z.string().max(20).describe('Trade designation; empty for a size of one’s own.');

export const OutlinePartSchema = z
  .object({
    data: z
      .string()
      .min(1)
      .max(MOST_OUTLINE_CHARACTERS)
      .describe('SVG path data, mm, y up, in the piece’s own axes.'),
    points: z
      .array(z.object({ x: coordinate, y: coordinate, round: z.boolean() }))
      .min(3)
      .max(MOST_OUTLINE_POINTS)
      .optional()
      .describe('The points it was drawn by, where it was drawn here.'),
    material: id.nullable(),
    line: z.boolean(),
  })
  .describe('One closed outline of an own piece.');

export const PieceSchema = z.discriminatedUnion('family', [
  z
    .object({
      family: z.literal('roller-chain'),
      ...base,
      size,
      part: z.enum(['inner', 'outer']),
      view: z.enum(['side', 'top']).describe('Seen from the side, or from above.'),
      rows: z.number().int().min(1).max(3).describe('Rows side by side, to be seen from above.'),
      plateHeight: length,
      roller: length.describe('Roller diameter, mm.'),
      pin: length.describe('Pin diameter, mm.'),
      width: length.describe('Between the inner plates, mm.'),
      rowPitch: length.describe('From one row to the next, mm.'),
      attachment: z.enum(['none', 'cup', 'tab', 'paddle']).describe('What it carries out of the path.'),
    })
    .describe('A link of a roller chain.'),
  z
    .object({
      family: z.literal('round-link'),
      ...base,
      size,
      wire: length.describe('Diameter of the wire, mm.'),
      width: length.describe('Outer width, mm.'),
      facing: z.enum(['face', 'edge', 'slant']),
    })
    .describe('A link of round wire; its pitch is its inner length.'),
  z
    .object({
      family: z.literal('flat-top'),
      ...base,
      size,
      width: length.describe('Across the row, mm.'),
      knuckles: z.number().int().min(1).max(20),
    })
    .describe('A flat-top conveyor plate, seen from above.'),
  z
    .object({
      family: z.literal('track-shoe'),
      ...base,
      thickness: length,
      horn: lengthOrNone,
      grouser: lengthOrNone,
    })
    .describe('A shoe of a track, with a guide horn inside and a grouser outside.'),
  z
    .object({
      family: z.literal('toothed-belt'),
      ...base,
      size,
      form: z.enum(['trapezoid', 'round']),
      thickness: length,
      tooth: lengthOrNone,
    })
    .describe('One tooth and its stretch of a belt: it bends with the path.'),
  z
    .object({
      family: z.literal('plain-belt'),
      ...base,
      size,
      section: z.enum(['flat', 'vee']),
      thickness: length,
    })
    .describe('A stretch of a flat or vee belt with its mark: it bends with the path.'),
  z
    .object({
      family: z.literal('stitch'),
      ...base,
      kind: z.enum(['running', 'back', 'cross', 'zigzag']),
      thread: length.describe('Diameter of the thread, mm.'),
      width: lengthOrNone.describe('Across the seam, of cross and zigzag stitches, mm.'),
      gap: lengthOrNone.describe('Cloth between two running stitches, mm.'),
      hole: lengthOrNone.describe('Diameter of the holes, mm.'),
    })
    .describe('One stitch of a seam.'),
  z
    .object({
      family: z.literal('plank'),
      ...base,
      length: length.describe('Across the path, mm.'),
      width: length.describe('Along the path, mm.'),
      nails: z.boolean(),
    })
    .describe('A cross-plank, seen from above.'),
  z
    .object({
      family: z.literal('bead'),
      ...base,
      form: z.enum(['ball', 'oval', 'disc', 'facet']),
      diameter: length,
      length: length.describe('Along the path, mm.'),
    })
    .describe('A bead on a thread.'),
  z
    .object({
      family: z.literal('lamp'),
      ...base,
      form: z.enum(['bulb', 'lantern']),
      diameter: length,
      cord: lengthOrNone.describe('From the path to the lamp, mm.'),
    })
    .describe('A hanging lamp.'),
  z
    .object({
      family: z.literal('charm'),
      ...base,
      form: z.enum(['star', 'fish', 'bell', 'pennant', 'hanger']),
      size: length.describe('Height, mm.'),
    })
    .describe('A small thing that hangs from the path.'),
  z
    .object({
      family: z.literal('tube'),
      ...base,
      length: length.describe('Of the tube, mm; the rest of the pitch is a gap.'),
      outer: length.describe('Outer diameter, mm.'),
      bore: lengthOrNone,
    })
    .describe('A piece of tube of given length.'),
  z
    .object({
      family: z.literal('own'),
      ...base,
      outline: z.array(OutlinePartSchema).min(1).max(MOST_OUTLINE_PARTS),
      pins: z
        .object({ from: point, to: point })
        .describe('In the piece’s own axes, mm: it travels from → to.'),
      source: z.string().max(200).describe('Where the outline is from.'),
    })
    .superRefine((piece, context) => {
      const pitch = Math.hypot(piece.pins.to.x - piece.pins.from.x, piece.pins.to.y - piece.pins.from.y);
      if (Math.abs(pitch - piece.pitch) > 1e-6 * Math.max(1, pitch)) {
        context.addIssue({
          code: 'custom',
          path: ['pitch'],
          message: `the pitch is ${piece.pitch}, but its pins are ${pitch} apart`,
        });
      }
    })
    .describe('A piece with an outline of one’s own; its pitch is the distance of its pins.'),
]);

export const MaterialSchema = z
  .object({
    id,
    name,
    colour: z.string().regex(/^#[0-9a-f]{6}$/),
    metal: z.number().min(0).max(1).describe('0 is no metal, 1 is bare metal.'),
    rough: z.number().min(0).max(1).describe('0 is polished, 1 is dull.'),
  })
  .describe('A material of one’s own.');

export type JobPiece = z.infer<typeof PieceSchema>;
export type Family = JobPiece['family'];
export type PieceOf<F extends Family> = Extract<JobPiece, { family: F }>;
export type Behaviour = z.infer<typeof BehaviourSchema>;
export type Setting = z.infer<typeof SettingSchema>;
export type Variation = z.infer<typeof VariationSchema>;
export type PieceFinish = z.infer<typeof PieceFinishSchema>;
export type OutlinePart = z.infer<typeof OutlinePartSchema>;
export type Material = z.infer<typeof MaterialSchema>;

/** Pieces on a path in its own direction, unturned, as large as they are made. */
export const PLAIN_SETTING: Setting = {
  line: 0,
  out: 0,
  along: 0,
  turn: 0,
  flip: false,
  scale: 1,
  facing: 'path',
  toward: { x: 0, y: 0 },
};

const USUAL: Readonly<Record<Family, Behaviour>> = {
  'roller-chain': 'stiff',
  'round-link': 'stiff',
  'flat-top': 'stiff',
  'track-shoe': 'stiff',
  'toothed-belt': 'bending',
  'plain-belt': 'bending',
  stitch: 'stiff',
  plank: 'carried',
  bead: 'carried',
  lamp: 'carried',
  charm: 'carried',
  tube: 'stiff',
  own: 'stiff',
};

/** Stiff, carried or bending: what the piece says, or what is usual for its family. */
export function behaviourOf(piece: JobPiece): Behaviour {
  return isBand(piece) ? 'bending' : (piece.behaviour ?? USUAL[piece.family]);
}

/** Does the piece keep its shape from pin to pin? */
export function isStiff(piece: JobPiece): boolean {
  return behaviourOf(piece) === 'stiff';
}

/** Is it part of one band that runs on from piece to piece? */
export function isBand(piece: JobPiece): piece is PieceOf<'toothed-belt' | 'plain-belt'> {
  return piece.family === 'toothed-belt' || piece.family === 'plain-belt';
}

/**
 * Why pieces cannot be in one row, or null. Carried ones of any spacing go with everything.
 * @param endToEnd they are laid end to end, each as long as it is
 */
export function pitchConflict(pieces: readonly JobPiece[], endToEnd = false): string | null {
  const seated = pieces.filter((piece) => behaviourOf(piece) !== 'carried');
  const [first] = seated;
  const band = endToEnd ? pieces.find(isBand) : undefined;
  if (band) return `“${band.name}” is part of a band: it runs on, and cannot be laid end to end`;
  const odd = seated.find(
    (piece) => (piece.pitch !== first.pitch && !endToEnd) || behaviourOf(piece) !== behaviourOf(first),
  );
  if (!odd) return null;
  if (behaviourOf(odd) !== behaviourOf(first)) {
    return `“${first.name}” is ${behaviourOf(first)} and “${odd.name}” is ${behaviourOf(odd)}: in one row all are stiff or all bend`;
  }
  return `“${first.name}” has a pitch of ${first.pitch} mm and “${odd.name}” one of ${odd.pitch} mm: in one row there is one pitch`;
}

export const MOST_LINKS = LIMITS.links;
