import { JOB_FORMAT } from './limits';
import { JOB_VERSION } from './limits';
import * as z from 'zod';
import { coordinate, id, length, name } from './fields';
import { MaterialSchema, PieceSchema } from '../families';
import { FitSchema } from './fit-schema';
import { SetOutSchema } from './set-out-schema';
import { PathSchema } from './path-schema';
import { AnchorSchema, MeasureSchema, MotionSchema, TieSchema } from './motion-schema';

export { FitSchema } from './fit-schema';
export { PathSchema } from './path-schema';
export * from './set-out-schema';
export * from './motion-schema';

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

/** The parts of a job, each checked by itself; that they go together is checked by its schema. */
export const JobShape = z.object({
  format: z.literal(JOB_FORMAT),
  version: z.literal(JOB_VERSION),
  name,
  place: z.string().max(120).describe('Where the machine stands, or whose it is.'),
  unit: UnitSchema,
  wheels: z.array(WheelSchema).max(500),
  paths: z.array(PathSchema).max(100),
  pieces: z.array(PieceSchema).max(200),
  runs: z.array(RunSchema).max(50),
  materials: z.array(MaterialSchema).max(100).optional(),
  motion: MotionSchema,
  anchors: z.array(AnchorSchema).max(200).optional(),
  ties: z.array(TieSchema).max(100).optional(),
  measures: z.array(MeasureSchema).max(100).optional(),
  backdrop: BackdropSchema.nullable().optional(),
});

export type Unit = z.infer<typeof UnitSchema>;
export type Wheel = z.infer<typeof WheelSchema>;
export type JobPath = z.infer<typeof PathSchema>;
export type PathKind = JobPath['kind'];
export type PathOf<K extends PathKind> = Extract<JobPath, { kind: K }>;
export type RoutePath = PathOf<'route'>;
export type OutlinePath = PathOf<'outline'>;
export type Backdrop = z.infer<typeof BackdropSchema>;
export type RunFit = z.infer<typeof FitSchema>;
export type Run = z.infer<typeof RunSchema>;
export type Job = z.infer<typeof JobShape>;
