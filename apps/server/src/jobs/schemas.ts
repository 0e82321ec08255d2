import { HistoryChangeSchema, HistorySchema, JobSchema } from '@coin-relay/model';
import * as z from 'zod';

/** Bodies and answers of the jobs interface. The OpenAPI description is made from these. */
export const JobIdSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);

export const CreateBody = z.object({ job: z.unknown(), id: JobIdSchema.optional() }).strict();
export const SaveBody = z.object({ job: z.unknown(), history: HistoryChangeSchema.optional() }).strict();

export const SummaryAnswer = z.object({
  id: z.string(),
  name: z.string(),
  place: z.string(),
  revision: z.number().int(),
  updatedAt: z.string(),
});
export const ListAnswer = z.object({ jobs: z.array(SummaryAnswer) });
export const JobAnswer = z.object({
  id: z.string(),
  revision: z.number().int(),
  updatedAt: z.string(),
  job: JobSchema,
  history: HistorySchema,
});
export const SavedAnswer = z.object({ revision: z.number().int(), updatedAt: z.string() });
export const RevisionsAnswer = z.object({
  revisions: z.array(z.object({ revision: z.number().int(), label: z.string(), savedAt: z.string() })),
});
export const RevisionAnswer = z.object({ revision: z.number().int(), job: JobSchema });
