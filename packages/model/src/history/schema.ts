import * as z from 'zod';

/** One change of one place in a document: the patches of the change, and those that take it back. */
export const PatchSchema = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string().max(80), z.number().int().min(0)])).max(12),
  value: z.unknown().optional(),
});

/** A step of the history: what one command did, in words and as patches both ways. */
export const EditSchema = z.object({
  label: z.string().min(1).max(120),
  forward: z.array(PatchSchema).max(5_000),
  inverse: z.array(PatchSchema).max(5_000),
});

/**
 * How the history changed since the last save: the first `keep` steps stay, `add` come after
 * them, and the first `done` of all are in force (the rest can be redone).
 */
export const HistoryChangeSchema = z
  .object({
    keep: z.number().int().min(0),
    add: z.array(EditSchema).max(1_000),
    done: z.number().int().min(0),
  })
  .refine((change) => change.done <= change.keep + change.add.length, {
    message: 'more steps are done than there are',
  });

/** A job's whole history: steps in order, the first `done` of them in force. */
export const HistorySchema = z.object({ edits: z.array(EditSchema), done: z.number().int().min(0) });

export type Patch = z.infer<typeof PatchSchema>;
export type Edit = z.infer<typeof EditSchema>;
export type HistoryChange = z.infer<typeof HistoryChangeSchema>;
export type History = z.infer<typeof HistorySchema>;
