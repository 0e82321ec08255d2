import { JOB_FORMAT, JOB_VERSION } from './limits';
import * as z from 'zod';
import { name } from './fields';
import { MaterialSchema, PieceSchema } from '../families';
import { PathSchema } from '../path-kinds/schemas';
import { HandOffSchema } from './hand-off-schema';
import { AnchorSchema, MeasureSchema, MotionSchema, TieSchema } from './motion-schema';
import { BackdropSchema, RunSchema, UnitSchema, WheelSchema } from './parts';

export { FitSchema } from './fit-schema';
export type { JobPath, PathKind, PathOf } from '../path-kinds/all';
export type { OutlinePath } from '../path-kinds/outline/schema';
export type { RoutePath } from '../path-kinds/route/schema';
export type { OwnWinding, WindingPath } from '../path-kinds/winding/schema';
export * from './parts';
export * from './set-out-schema';
export * from './motion-schema';
export type { HandOff } from './hand-off-schema';
export type { Shaping } from './shaping-schema';
export type { Upright } from './upright-schema';

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
  stands: z
    .enum(['upright', 'lying'])
    .optional()
    .describe('Whether the drawing is one from the side, which is usual, or from above.'),
  backdrop: BackdropSchema.nullable().optional(),
  handOffs: z.array(HandOffSchema).max(50).optional(),
});

export type Job = z.infer<typeof JobShape>;
