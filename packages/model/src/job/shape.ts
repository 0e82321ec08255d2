import { JOB_FORMAT, JOB_VERSION, MOST_OF } from './limits';
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
export type { Lettering } from './lettering-schema';
export type { Shaping } from './shaping-schema';
export type { Upright } from './upright-schema';

/** The parts of a job, each checked by itself; that they go together is checked by its schema. */
export const JobShape = z.object({
  format: z.literal(JOB_FORMAT),
  version: z.literal(JOB_VERSION),
  name,
  place: z.string().max(120).describe('Where the machine stands, or whose it is.'),
  unit: UnitSchema,
  wheels: z.array(WheelSchema).max(MOST_OF.wheels),
  paths: z.array(PathSchema).max(MOST_OF.paths),
  pieces: z.array(PieceSchema).max(MOST_OF.pieces),
  runs: z.array(RunSchema).max(MOST_OF.runs),
  materials: z.array(MaterialSchema).max(MOST_OF.materials).optional(),
  motion: MotionSchema,
  anchors: z.array(AnchorSchema).max(MOST_OF.anchors).optional(),
  ties: z.array(TieSchema).max(MOST_OF.ties).optional(),
  measures: z.array(MeasureSchema).max(MOST_OF.measures).optional(),
  stands: z
    .enum(['upright', 'lying'])
    .optional()
    .describe('Whether the drawing is one from the side, which is usual, or from above.'),
  backdrop: BackdropSchema.nullable().optional(),
  handOffs: z.array(HandOffSchema).max(MOST_OF.handOffs).optional(),
});

export type Job = z.infer<typeof JobShape>;
