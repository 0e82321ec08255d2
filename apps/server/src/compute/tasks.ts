import { MOST_LENGTHS, RelayError } from '@coin-relay/core';
import { fitAnswer, measureAnswer, placeAnswer } from '@coin-relay/answers';
import { describeIssue } from '@coin-relay/model';
import * as z from 'zod';

/** Where the path of a calculation comes from; the wheels are given as JSON here, not as text. */
export const SourceBody = z
  .object({
    path: z.string().optional(),
    svg: z.string().optional(),
    dxf: z.string().optional(),
    csv: z.string().optional(),
    id: z.string().optional(),
    wheels: z.record(z.string(), z.unknown()).optional(),
    job: z.unknown().optional(),
    run: z.string().optional(),
  })
  .strict();

export const RequestBody = z
  .object({
    pitch: z.number().optional(),
    pieces: z.enum(['stiff', 'bending']).optional(),
    multiple: z.number().optional(),
    rounding: z.enum(['nearest', 'down', 'up']).optional(),
    hold: z.enum(['path', 'pitch', 'wheel', 'slack', 'both']).optional(),
    tension: z
      .object({
        wheel: z.string().max(80),
        dx: z.number(),
        dy: z.number(),
        min: z.number().min(-1e7),
        max: z.number().max(1e7),
      })
      .optional(),
    span: z.string().max(80).optional(),
    endToEnd: z.object({ lengths: z.array(z.number()).min(1).max(MOST_LENGTHS), gap: z.number() }).optional(),
    count: z.number().optional(),
  })
  .strict();

export const MeasureBody = z.object({ source: SourceBody }).strict();
export const FitBody = z.object({ source: SourceBody, request: RequestBody.default({}) }).strict();
export const PlaceBody = z
  .object({ source: SourceBody, request: RequestBody.default({}), travel: z.number().default(0) })
  .strict();

export const TASKS = {
  measure: {
    schema: MeasureBody,
    run: (body: z.infer<typeof MeasureBody>): object => measureAnswer(given(body.source)),
  },
  fit: {
    schema: FitBody,
    run: (body: z.infer<typeof FitBody>): object => fitAnswer(given(body.source), body.request),
  },
  place: {
    schema: PlaceBody,
    run: (body: z.infer<typeof PlaceBody>): object =>
      placeAnswer(given(body.source), body.request, body.travel),
  },
} as const;

export type TaskName = keyof typeof TASKS;

/**
 * Carries out a calculation.
 * @throws RelayError for whatever is wrong with what was given
 */
export function runTask(name: TaskName, body: unknown): object {
  const task = TASKS[name];
  const parsed = task.schema.safeParse(body);
  if (!parsed.success) {
    const { field, message } = describeIssue(parsed.error);
    throw new RelayError('request-invalid', `The request cannot be used: ${field}: ${message}.`, { field });
  }
  return (task.run as (data: unknown) => object)(parsed.data);
}

function given(source: z.infer<typeof SourceBody>): Parameters<typeof measureAnswer>[0] {
  return { ...source, wheels: source.wheels === undefined ? undefined : JSON.stringify(source.wheels) };
}
