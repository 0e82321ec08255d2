import * as z from 'zod';
import { HistoryChangeSchema, HistorySchema } from '../history/schema';
import { JobSchema } from '../job/schema';

/** Bodies and answers of the jobs interface: checked by the server, and what the interface in the browser counts on. */
export const JobIdSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/);

export const CreateBody = z.strictObject({ job: z.unknown(), id: JobIdSchema.optional() });
export const SaveBody = z.strictObject({ job: z.unknown(), history: HistoryChangeSchema.optional() });

export const SummaryAnswer = z.object({
  id: z.string(),
  name: z.string(),
  place: z.string(),
  revision: z.number().int(),
  updatedAt: z.string(),
  digest: z.string().describe('Another one for other contents.'),
});
export const ListAnswer = z.object({
  jobs: z.array(SummaryAnswer),
  next: z.string().nullable().describe('Where the list goes on (as “after”); null at its end.'),
});
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

export type JobSummary = z.infer<typeof SummaryAnswer>;
export type JobList = z.infer<typeof ListAnswer>;
export type LoadedJob = z.infer<typeof JobAnswer>;
export type SavedJob = z.infer<typeof SavedAnswer>;
