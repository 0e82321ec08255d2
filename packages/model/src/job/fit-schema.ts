import { LIMITS, MOST_ALONE, MOST_LENGTHS, MOST_SECTIONS, type FitRequest } from '@coin-relay/core';
import * as z from 'zod';
import { coordinate, id, length } from './fields';
import { OrderSchema } from './set-out-schema';

const HoldSchema = z.enum(['path', 'pitch', 'wheel', 'slack', 'both']);
const RoundingSchema = z.enum(['nearest', 'down', 'up']);
const LaySchema = z.object({
  stretch: z
    .object({ by: z.enum(['length', 'part']), from: coordinate, to: coordinate })
    .nullable()
    .describe('The part of the path it is on, in mm or as parts of its length; null: all of it.'),
  inset: z.tuple([coordinate.min(0), coordinate.min(0)]).describe('Left free at both ends, mm.'),
  ends: z.enum(['pins', 'points']).describe('What stands on the ends: pins, or pieces on a point.'),
  rest: z
    .enum(['end', 'start', 'both', 'spread'])
    .describe('Where what is left over goes, if nothing gives way: to the ends, or between the pieces.'),
  middle: coordinate
    .nullable()
    .describe('A place that the row runs both ways from, mm, if nothing gives way.'),
  beyond: z.enum(['stop', 'straight']).describe('What comes of pieces past the end of an open path.'),
});
const MeetSchema = z.object({
  corners: z.number().min(0).max(Math.PI).nullable().describe('Corners that turn by this, radians.'),
  at: z.array(coordinate).max(MOST_SECTIONS).describe('Places on the path, mm from its start.'),
  points: z.boolean().optional().describe('Also every point that the path is made by, new ones included.'),
  alone: z.boolean().optional().describe('One piece on each of these places, and none between them.'),
});

/** How a run of a job is fitted, as the document keeps it. */
export const FitSchema = z.object({
  hold: HoldSchema.describe(
    'What holds: the path (the pitch gives way), the pitch (the path is scaled, with “wheel” one wheel moves, with “slack” one span hangs), or both (a gap is left).',
  ),
  rounding: RoundingSchema,
  gapRounding: RoundingSchema.optional().describe(
    'The rounding while nothing gives way, where it is another one.',
  ),
  multiple: z.number().int().min(1).max(1000),
  count: z
    .number()
    .int()
    .min(1)
    .max(LIMITS.links)
    .nullable()
    .describe('A count fixed by hand; null to derive it.'),
  tension: z
    .object({
      wheel: id,
      angle: z.number().min(-100).max(100).describe('Direction of the line it moves along, radians.'),
      min: coordinate.describe('How far it may go back along it, mm.'),
      max: coordinate,
    })
    .nullable()
    .optional()
    .describe('The wheel that gives way.'),
  span: id.nullable().optional().describe('The wheel before the span that hangs, where slack gives way.'),
  endToEnd: z
    .object({
      gap: coordinate.min(0).describe('Between the end of one and the start of the next, mm.'),
      body: z
        .object({
          piece: id.describe('The piece of the sequence that takes what the others leave.'),
          length: length.nullable().describe('Of the whole body, mm; null: that of the path it is on.'),
        })
        .optional()
        .describe('The sequence is one long body: all of it keeps its length but for one piece.'),
    })
    .nullable()
    .optional()
    .describe('Pieces are laid one against the next, each as long as it is; else all have one pitch.'),
  tolerance: z
    .number()
    .gt(0)
    .max(1)
    .optional()
    .describe('How far the pitch may be off, as a part of one; where it is not the usual one of its family.'),
  lay: LaySchema.optional().describe('Where on the path the row lies, if not on all of it from its start.'),
  meet: MeetSchema.optional().describe(
    'Places that a pin has to stand on: each stretch between them has its own count.',
  ),
});

/**
 * A fit as it is asked for from outside: everything the core can be asked, each part of it if
 * wanted. A part that is missing here does not compile.
 */
const asked = {
  pitch: z.number().describe('Pin to pin, mm.'),
  pieces: z.enum(['stiff', 'bending']),
  multiple: z.number().describe('The count has to be a multiple of this.'),
  rounding: RoundingSchema,
  hold: HoldSchema,
  count: z.number().nullable().describe('This many, whatever would fit; null to derive it.'),
  tension: z
    .strictObject({
      wheel: z.string().max(80),
      dx: z.number(),
      dy: z.number(),
      min: coordinate,
      max: coordinate,
    })
    .nullable()
    .describe('The wheel that may move, its direction, and how far back and on, mm.'),
  span: z.string().max(80).nullable().describe('The span that hangs, by the wheel it leaves.'),
  endToEnd: z
    .strictObject({
      lengths: z.array(length).min(1).max(MOST_LENGTHS),
      gap: coordinate,
      order: OrderSchema.optional().describe('In turn, or drawn by weight; in turn unless said.'),
    })
    .nullable()
    .describe('Pieces of these lengths, laid one against the next, mm.'),
  lay: LaySchema,
  meet: MeetSchema.extend({ at: z.array(coordinate).max(MOST_ALONE) }).nullable(),
} satisfies { [Part in keyof Required<FitRequest>]: z.ZodType<FitRequest[Part]> };

export const FitRequestSchema = z.strictObject(asked).partial();
export type AskedFit = z.infer<typeof FitRequestSchema>;
