import { RelayError } from '@coin-relay/core';
import { QUESTIONS, type QuestionName } from '@coin-relay/answers';
import {
  CreateBody,
  describeIssue,
  JOB_VERSION,
  parseJob,
  safeParseFirst,
  SaveBody,
} from '@coin-relay/model';
import type { z } from 'zod';
import { parseBody } from '../http/body';
import { HttpError } from '../http/http-error';
import { documentOf, type Document, type KeptChange } from '../jobs/document';

const answer =
  (name: QuestionName) =>
  async (body: Uint8Array): Promise<{ readonly json: string }> => ({
    json: JSON.stringify(await QUESTIONS[name].answer(parseBody(body))),
  });

/**
 * What takes time with what comes from outside, from its bytes to what is sent or kept: done in a
 * thread, so that nothing waits for it.
 */
export const TASKS = {
  ...(Object.fromEntries(
    Object.keys(QUESTIONS).map((name) => [name, answer(name as QuestionName)]),
  ) as Record<QuestionName, ReturnType<typeof answer>>),

  /** Reads the body that puts a job on the rack. */
  readNewJob(body: Uint8Array): { readonly id: string | null; readonly document: Document } {
    const { id, job } = readBody(CreateBody, parseBody(body));
    return { id: id ?? null, document: documentOf(parseJob(job)) };
  },

  /** Reads the body that saves a job. */
  readSave(body: Uint8Array): { readonly document: Document; readonly change: KeptChange | null } {
    const { job, history } = readBody(SaveBody, parseBody(body));
    const document = documentOf(parseJob(job));
    if (!history) return { document, change: null };
    const add = history.add.map(({ label, forward, inverse }) => ({
      label,
      forward: JSON.stringify(forward),
      inverse: JSON.stringify(inverse),
    }));
    return { document, change: { ...history, add } };
  },

  /** Reads a document that is kept, of whatever version, as it is answered. */
  readKept(kept: Uint8Array): { readonly json: string; readonly current: boolean } {
    const text = new TextDecoder().decode(kept);
    try {
      const found = JSON.parse(text) as { version?: unknown } | null;
      return { json: JSON.stringify(parseJob(found)), current: found?.version === JOB_VERSION };
    } catch (error) {
      if (error instanceof RelayError && error.code === 'job-later-version') throw error;
      const why = error instanceof RelayError ? error.message : 'it is not JSON.';
      throw new HttpError(
        500,
        'document-damaged',
        `The job as it is kept cannot be read: ${why} Nothing was changed in it. An earlier state of it may be sound.`,
      );
    }
  },
} satisfies Record<string, (body: Uint8Array) => object>;

export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;

function readBody<T extends z.ZodType>(schema: T, body: unknown): z.infer<T> {
  const parsed = safeParseFirst(schema, body);
  if (parsed.success) return parsed.data;
  const { field, message } = describeIssue(parsed.error);
  throw new HttpError(422, 'body-invalid', `The request cannot be used: ${field}: ${message}.`, { field });
}
