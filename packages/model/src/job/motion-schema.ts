import { MOST_FRAMES } from './limits';
import { LIMITS } from '@coin-relay/core';
import * as z from 'zod';
import { angle, coordinate, drivenLength, id, length, lengthOrNone, name } from './fields';

const frameCount = z.number().int().min(0).max(MOST_FRAMES);

const MotionProfileSchema = z
  .object({
    way: z.enum(['on', 'to-and-fro']),
    dwell: z
      .tuple([frameCount, frameCount])
      .describe('Frames it rests: before it sets out, and where it arrives.'),
    ease: z.tuple([frameCount, frameCount]).describe('Frames to get up to speed, and to come to rest.'),
  })
  .describe('How a run goes through its travel, if not at one speed.');

const TrainSchema = z
  .object({
    by: id.describe('The run that drives it.'),
    wheel: id.describe('The wheel of that run whose shaft drives.'),
    own: id.describe('The wheel of its own that is driven.'),
    gears: z
      .tuple([z.number().int().min(3).max(1000), z.number().int().min(3).max(1000)])
      .nullable()
      .describe('Teeth of a pair of gears, driving and driven; null where both wheels are on one shaft.'),
  })
  .describe('What drives a run, if not its own travel.');

const DriveSchema = z.object({
  run: id,
  pitches: z
    .number()
    .int()
    .min(-100_000)
    .max(100_000)
    .describe('Travelled in one loop, where nothing else drives it.'),
  laps: z
    .number()
    .int()
    .min(-10_000)
    .max(10_000)
    .optional()
    .describe('Whole rounds of a closed path in one loop, in place of pitches: of a row that leaves a gap.'),
  turning: z
    .number()
    .int()
    .min(-100_000)
    .max(100_000)
    .optional()
    .describe(
      'How far a laid rope, or strands that wind round one path, turn about themselves in one loop, in parts of a turn: as many make one as there are strands.',
    ),
  manner: MotionProfileSchema.optional(),
  train: TrainSchema.optional(),
});

const BreathSchema = z
  .object({
    run: id,
    what: z.enum(['length', 'size']),
    amount: z.number().min(0).max(0.9).describe('Part of one, either way.'),
    seed: z.number().int().min(0).max(0xffffffff),
    period: z.number().int().min(1).max(MOST_FRAMES).describe('Frames; the loop is a whole number of them.'),
    alike: z.number().min(1).max(1000).describe('About so many neighbours do the same.'),
  })
  .describe('The pieces of a run swell and shrink in a noise that loops.');

export const MotionSchema = z.object({
  framesPerSecond: z.number().int().min(1).max(240),
  frames: z.number().int().min(1).max(MOST_FRAMES).describe('Frames in the loop.'),
  drives: z.array(DriveSchema).max(50),
  body: z
    .object({ run: id })
    .nullable()
    .optional()
    .describe('The run on whose lowest strand the machine drives over the ground.'),
  rollTrue: z
    .boolean()
    .optional()
    .describe('Plain wheels do not slip, wherever their arms are when the loop ends.'),
  breaths: z.array(BreathSchema).max(50).optional(),
});

const crank = {
  wheel: id,
  radius: lengthOrNone.describe('From the wheel’s centre to the crank pin, mm.'),
  angle: angle.describe('Where the crank pin stands at frame 0, radians.'),
};

export const AnchorSchema = z
  .object({
    id,
    name,
    on: z.discriminatedUnion('kind', [
      z.object({
        kind: z.literal('fixed'),
        x: coordinate,
        y: coordinate,
        z: coordinate.optional().describe('How far before the drawing, mm; on it where nothing is said.'),
      }),
      z.object({ kind: z.literal('crank'), ...crank }).describe('A pin on a wheel, or its centre.'),
      z
        .object({
          kind: z.literal('slider'),
          ...crank,
          rod: length,
          x: coordinate.describe('A point of the line it slides on, mm.'),
          y: coordinate,
          direction: angle.describe('Of that line, radians.'),
          side: z.union([z.literal(1), z.literal(-1)]).describe('On which side of the crank it is.'),
        })
        .describe('A slider that a crank drives by a rod.'),
      z
        .object({ kind: z.literal('rider'), run: id, place: z.number().int().min(0).max(LIMITS.links) })
        .describe('The first pin of a link of a run.'),
    ]),
  })
  .describe('A place that may move with the machine.');

export const TieSchema = z
  .object({
    id,
    name,
    from: id,
    to: id,
    is: z.discriminatedUnion('kind', [
      z
        .object({
          kind: z.literal('spring'),
          wire: length,
          diameter: length.describe('Mean diameter of its coils, free, mm.'),
          coils: z.number().min(1).max(500).describe('Active coils.'),
          ends: z.enum(['plain', 'plain-ground', 'closed', 'closed-ground']),
          free: length.describe('Free length, mm.'),
          longest: length.nullable(),
          modulus: z.number().gt(0).max(1e7).nullable().describe('Shear modulus of the wire, N/mm².'),
        })
        .describe('A helical spring of round wire.'),
      z
        .object({
          kind: z.literal('rope'),
          diameter: length,
          length,
          driven: drivenLength.nullable().optional(),
        })
        .describe('A rope of some length, hanging or taut.'),
    ]),
  })
  .describe('Something stretched between two anchors.');

export const MeasureSchema = z
  .object({ id, name, from: id, to: id })
  .describe('The distance of two anchors.');

export type Drive = z.infer<typeof DriveSchema>;
export type Train = z.infer<typeof TrainSchema>;
export type BreathOfRun = z.infer<typeof BreathSchema>;
export type Motion = z.infer<typeof MotionSchema>;
export type Anchor = z.infer<typeof AnchorSchema>;
export type AnchorOn = Anchor['on'];
export type AnchorOf<K extends AnchorOn['kind']> = Extract<AnchorOn, { kind: K }>;
export type DrivenLength = z.infer<typeof drivenLength>;
export type Tie = z.infer<typeof TieSchema>;
export type SpringTie = Extract<Tie['is'], { kind: 'spring' }>;
export type RopeTie = Extract<Tie['is'], { kind: 'rope' }>;
export type Measure = z.infer<typeof MeasureSchema>;
