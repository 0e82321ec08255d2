import { piecesOfRun } from './run-pieces';
import { laysEndToEnd } from './run-pieces';
import { JOB_FORMAT } from './limits';
import { JOB_VERSION } from './limits';
import * as z from 'zod';
import { coordinate, id, length, name } from './fields';
import { MaterialSchema, PieceSchema, pitchConflict } from '../families';
import { FitSchema } from './fit-schema';
import { SetOutSchema } from './set-out-schema';
import { setOutNeeds } from './set-out';
import { PathSchema } from './path-schema';
import { pathNeeds } from './path-needs';
import { AnchorSchema, MeasureSchema, MotionSchema, TieSchema } from './motion-schema';
import { motionConflict, motionNeeds } from './motion-needs';

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

const JobShape = z.object({
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

/** A job as it is stored and exchanged. Things refer to each other by id. */
export const JobSchema = JobShape.superRefine((job, context) => {
  const known = {
    wheel: unique(job.wheels, 'wheels', context),
    path: unique(job.paths, 'paths', context),
    piece: unique(job.pieces, 'pieces', context),
    run: unique(job.runs, 'runs', context),
    anchor: unique(job.anchors ?? [], 'anchors', context),
    tie: unique(job.ties ?? [], 'ties', context),
    measure: unique(job.measures ?? [], 'measures', context),
  };
  const need = (kind: keyof typeof known, value: string, at: (string | number)[]): void => {
    if (!known[kind].has(value)) {
      context.addIssue({ code: 'custom', path: at, message: `there is no ${kind} “${value}” in this job` });
    }
  };
  job.wheels.forEach((wheel, i) => {
    if (wheel.size.by === 'teeth') need('piece', wheel.size.piece, ['wheels', i, 'size', 'piece']);
  });
  job.paths.forEach((path, i) => {
    for (const { kind, id: wanted, at } of pathNeeds(path)) need(kind, wanted, ['paths', i, ...at]);
    if (followsItself(job.paths, path)) {
      context.addIssue({
        code: 'custom',
        path: ['paths', i, 'of'],
        message: `the path “${path.id}” is made from itself`,
      });
    }
  });
  job.runs.forEach((run, i) => {
    need('path', run.path, ['runs', i, 'path']);
    run.sequence.forEach((piece, k) => need('piece', piece, ['runs', i, 'sequence', k]));
    if (run.fit.tension) need('wheel', run.fit.tension.wheel, ['runs', i, 'fit', 'tension', 'wheel']);
    if (run.fit.span) need('wheel', run.fit.span, ['runs', i, 'fit', 'span']);
    const { setOut } = run;
    if (setOut) {
      for (const { kind, id: wanted, at } of setOutNeeds(setOut))
        need(kind, wanted, ['runs', i, 'setOut', ...at]);
      if (setOut.steps.length > 0 && setOut.steps.length !== run.sequence.length) {
        context.addIssue({
          code: 'custom',
          path: ['runs', i, 'setOut', 'steps'],
          message: `there are ${setOut.steps.length} for a sequence of ${run.sequence.length}`,
        });
      }
    }
    const message = pitchConflict(piecesOfRun(job, run), laysEndToEnd(run));
    if (message) context.addIssue({ code: 'custom', path: ['runs', i, 'sequence'], message });
  });
  const before = context.issues.length;
  for (const { kind, id: wanted, at } of motionNeeds(job)) need(kind, wanted, at);
  // What refers to nothing is told of first.
  const conflict = context.issues.length > before ? null : motionConflict(job);
  if (conflict) context.addIssue({ code: 'custom', path: conflict.at, message: conflict.message });
});

/** Does a path that is made from another come back to itself? */
function followsItself(paths: readonly JobPath[], path: JobPath): boolean {
  const seen = new Set<string>();
  let at: JobPath | undefined = path;
  while (at && 'of' in at) {
    if (seen.has(at.id)) return true;
    seen.add(at.id);
    const source: string = at.of;
    at = paths.find((p) => p.id === source);
  }
  return false;
}

function unique(items: readonly { id: string }[], at: string, context: z.RefinementCtx): Set<string> {
  const seen = new Set<string>();
  items.forEach((item, i) => {
    if (seen.has(item.id)) {
      context.addIssue({ code: 'custom', path: [at, i, 'id'], message: `the id “${item.id}” is used twice` });
    }
    seen.add(item.id);
  });
  return seen;
}

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
