import * as z from 'zod';
import { coordinate, id, length, name } from './fields';
import { FitSchema } from './fit-schema';
import { LetteringSchema } from './lettering-schema';
import { SetOutSchema } from './set-out-schema';
import { ShapingSchema } from './shaping-schema';
import { UprightSchema } from './upright-schema';

export const UnitSchema = z
  .enum(['mm', 'cm', 'm', 'in'])
  .describe('Unit lengths are shown in; the document itself is in mm.');

export const WheelSchema = z
  .object({
    id,
    name,
    x: coordinate,
    y: coordinate,
    size: z.discriminatedUnion('by', [
      z.object({
        by: z.literal('radius'),
        radius: length.describe('Effective radius: of the line the row runs on, mm.'),
      }),
      z.object({
        by: z.literal('teeth'),
        teeth: z.number().int().min(3).max(1000),
        piece: id.describe('The piece whose pitch the teeth have.'),
      }),
      z.object({ by: z.literal('point') }).describe('A bare point, for an open route to start or end on.'),
    ]),
  })
  .describe('A wheel: centre in mm, x to the right and y up.');

export const RunSchema = z
  .object({
    id,
    name,
    path: id,
    sequence: z
      .array(id)
      .min(1)
      .max(200)
      .describe('Pieces in turn, repeated along the row; all of one pitch.'),
    sideways: coordinate
      .optional()
      .describe(
        'How far it stands in front of the plane of the job, mm; where that is to be found, not said. On a path in space: towards what is up.',
      ),
    upright: UprightSchema.optional().describe('Where it is not simply as the path lies.'),
    shaping: ShapingSchema.optional(),
    lettering: LetteringSchema.optional(),
    steepest: z
      .number()
      .min(0)
      .max(1000)
      .optional()
      .describe('How steep its path may be, as height by length in plan; steeper is pointed out.'),
    setOut: SetOutSchema.optional().describe('Where it is not plain.'),
    fit: FitSchema,
  })
  .describe('One row of pieces on one path.');

export const BackdropSchema = z
  .object({
    picture: z.string().regex(/^[a-f0-9]{64}$/),
    width: z.number().int().min(1).max(20_000).describe('Pixels.'),
    height: z.number().int().min(1).max(20_000),
    x: coordinate.describe('Upper left corner, mm.'),
    y: coordinate,
    millimetresPerPixel: length,
    shown: z.number().min(0).max(1).describe('0 is not seen, 1 is not faded.'),
  })
  .describe('A reference picture behind the drawing, kept by the server under its SHA-256.');

export type Unit = z.infer<typeof UnitSchema>;
export type Wheel = z.infer<typeof WheelSchema>;
export type Backdrop = z.infer<typeof BackdropSchema>;
export type RunFit = z.infer<typeof FitSchema>;
export type Run = z.infer<typeof RunSchema>;
