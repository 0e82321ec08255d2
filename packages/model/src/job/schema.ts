import { LIMITS } from '@coin-relay/core';
import { z } from 'zod';

/** The version this program writes. Older documents are migrated, later ones refused. */
export const JOB_VERSION = 1;
export const JOB_FORMAT = 'coin-relay-job';

const id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'an id is 1 to 40 letters, digits, - or _');
const name = z.string().min(1).max(80);
const coordinate = z.number().min(-LIMITS.coordinate).max(LIMITS.coordinate);
const length = z.number().gt(0).max(LIMITS.coordinate);
const sizeOrNone = z.number().min(0).max(LIMITS.coordinate);

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
    ]),
  })
  .describe('A wheel: centre in mm, x to the right and y up.');

export const PathSchema = z.discriminatedUnion('kind', [
  z
    .object({
      kind: z.literal('route'),
      id,
      name,
      closed: z.boolean(),
      stops: z
        .array(z.object({ wheel: id, turn: z.enum(['ccw', 'cw']) }))
        .min(2)
        .max(LIMITS.wheels),
    })
    .describe('A route round wheels, in order, each passed on the side its turn says.'),
  z
    .object({
      kind: z.literal('outline'),
      id,
      name,
      data: z
        .string()
        .min(1)
        .max(LIMITS.pathDataCharacters)
        .describe('SVG path data of one contour, in mm, y up.'),
    })
    .describe('A drawn or imported line.'),
]);

const pieceBase = { id, name, pitch: length.describe('From pin to pin, mm.') };

export const PieceSchema = z.discriminatedUnion('family', [
  z
    .object({
      family: z.literal('roller-chain'),
      ...pieceBase,
      size: z
        .string()
        .max(20)
        .describe('Trade designation, for instance 08B; empty for a size of one’s own.'),
      part: z.enum(['inner', 'outer']),
      plateHeight: length,
      roller: length.describe('Roller diameter, mm.'),
      pin: length.describe('Pin diameter, mm.'),
      carrier: z.boolean().describe('Carries a cup out of the path.'),
    })
    .describe('A stiff link of a roller chain.'),
  z
    .object({
      family: z.literal('track-shoe'),
      ...pieceBase,
      thickness: length,
      horn: sizeOrNone,
      grouser: sizeOrNone,
    })
    .describe('A stiff shoe of a track, with a guide horn inside and a grouser outside.'),
  z
    .object({
      family: z.literal('toothed-belt'),
      ...pieceBase,
      size: z.string().max(20),
      thickness: length,
      tooth: sizeOrNone,
    })
    .describe('One tooth and its stretch of a belt: it bends with the path.'),
]);

export const FitSchema = z.object({
  hold: z
    .enum(['path', 'pitch', 'both'])
    .describe(
      'What holds: the path (the pitch gives way), the pitch (the path is scaled), or both (a gap is left).',
    ),
  rounding: z.enum(['nearest', 'down', 'up']),
  multiple: z.number().int().min(1).max(1000),
  count: z
    .number()
    .int()
    .min(1)
    .max(LIMITS.links)
    .nullable()
    .describe('A count fixed by hand; null to derive it.'),
});

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
    fit: FitSchema,
  })
  .describe('One row of pieces on one path.');

export const MotionSchema = z.object({
  framesPerSecond: z.number().int().min(1).max(240),
  frames: z.number().int().min(1).max(100_000).describe('Frames in the loop.'),
  drives: z.array(z.object({ run: id, pitches: z.number().int().min(-100_000).max(100_000) })).max(50),
});

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
  motion: MotionSchema,
});

/** A job as it is stored and exchanged. Things refer to each other by id. */
export const JobSchema = JobShape.superRefine((job, context) => {
  const known = {
    wheel: unique(job.wheels, 'wheels', context),
    path: unique(job.paths, 'paths', context),
    piece: unique(job.pieces, 'pieces', context),
    run: unique(job.runs, 'runs', context),
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
    if (path.kind === 'route')
      path.stops.forEach((stop, k) => need('wheel', stop.wheel, ['paths', i, 'stops', k, 'wheel']));
  });
  job.runs.forEach((run, i) => {
    need('path', run.path, ['runs', i, 'path']);
    run.sequence.forEach((piece, k) => need('piece', piece, ['runs', i, 'sequence', k]));
    const pieces = run.sequence.map((piece) => job.pieces.find((p) => p.id === piece));
    const [first] = pieces;
    if (first && pieces.some((p) => p && (p.pitch !== first.pitch || isStiff(p) !== isStiff(first)))) {
      context.addIssue({
        code: 'custom',
        path: ['runs', i, 'sequence'],
        message: 'the pieces of one run must have one pitch and all be stiff or all bend',
      });
    }
  });
  job.motion.drives.forEach((drive, i) => need('run', drive.run, ['motion', 'drives', i, 'run']));
});

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
export type RoutePath = Extract<JobPath, { kind: 'route' }>;
export type OutlinePath = Extract<JobPath, { kind: 'outline' }>;
export type JobPiece = z.infer<typeof PieceSchema>;
export type RunFit = z.infer<typeof FitSchema>;
export type Run = z.infer<typeof RunSchema>;
export type Motion = z.infer<typeof MotionSchema>;
export type Job = z.infer<typeof JobShape>;

/** Does the piece keep its shape from pin to pin? */
export function isStiff(piece: JobPiece): boolean {
  return piece.family !== 'toothed-belt';
}
