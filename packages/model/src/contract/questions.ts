import * as z from 'zod';
import { FitRequestSchema } from '../job/fit-schema';

/** A path as it comes from outside: exactly one of path, svg, dxf, csv, obj, helix, wheels and job. */
export const SourceSchema = z.strictObject({
  path: z.string().optional().describe('SVG path data, its units taken as mm.'),
  svg: z.string().optional().describe('The text of an SVG drawing.'),
  dxf: z
    .string()
    .optional()
    .describe('The text of a DXF drawing; where its lines leave the plane, a path in space.'),
  csv: z
    .string()
    .optional()
    .describe('A table of points; one with a third number in its rows is a path in space.'),
  obj: z.string().optional().describe('The text of an OBJ file, of which the lines are read.'),
  closed: z.boolean().optional().describe('Whether points in space close to a loop.'),
  corners: z.number().optional().describe('The radius that corners in space are rounded to, mm.'),
  helix: z
    .strictObject({
      from: z.number().describe('Radius at its beginning, mm.'),
      to: z.number().describe('Radius at its end, mm.'),
      rise: z.number().describe('How far it rises in all, mm.'),
      turns: z.number().describe('Its turns; below zero clockwise, seen from above.'),
    })
    .optional()
    .describe('A helix about the z axis.'),
  profile: z
    .string()
    .optional()
    .describe('A table of places along a planar path (mm) and heights over them: the path is raised by it.'),
  smooth: z
    .boolean()
    .optional()
    .describe('Whether the profile is smooth between its stations; else straight.'),
  id: z.string().optional().describe('Which contour of the drawing.'),
  wheels: z
    .union([z.string(), z.record(z.string(), z.unknown())])
    .optional()
    .describe('A wheels file.'),
  job: z.unknown().optional().describe('A job document.'),
  run: z.string().optional().describe('Which run of the job.'),
});

/** What a fit is also asked. */
export const AlsoAskedSchema = z.strictObject({
  candidates: z.number().optional().describe('What so many counts about the fitted one would cost.'),
  tolerance: z
    .number()
    .optional()
    .describe('Whether the pitch is off by no more than this, as a part of one: above 0, at most 1.'),
  details: z
    .boolean()
    .optional()
    .describe('Also what its path became: its length, wheels and spans, and the pitch at every phase.'),
});

/** What keeps pieces upright. */
export const FramesSchema = z
  .discriminatedUnion('by', [
    z.strictObject({ by: z.literal('least-twist') }),
    z.strictObject({
      by: z.literal('fixed'),
      up: z.strictObject({ x: z.number(), y: z.number(), z: z.number() }),
    }),
  ])
  .describe('Also the frame of each piece: with the least twist, or with a direction that is up.');

const request = FitRequestSchema.default({});

/** The questions that can be asked of a path or a job, each a body of the interface over HTTP. */
export const MeasureBody = z.strictObject({ source: SourceSchema });
export const FitBody = z.strictObject({ source: SourceSchema, request, ...AlsoAskedSchema.shape });
export const PlaceBody = z.strictObject({
  source: SourceSchema,
  request,
  travel: z.number().default(0).describe('Pitches.'),
  frames: FramesSchema.optional(),
});
export const JobBody = z.strictObject({ job: z.unknown(), run: z.string().optional() });
export const FrameBody = z.strictObject({ ...JobBody.shape, frame: z.number() });
export const ExportBody = z.strictObject({
  ...JobBody.shape,
  as: z.string().describe('The id of the export.'),
  options: z.record(z.string(), z.unknown()).default({}),
});

export type GivenSource = z.infer<typeof SourceSchema>;
export type AlsoAsked = z.infer<typeof AlsoAskedSchema>;
