import type { History, Job } from '@coin-relay/model';
import { dequal } from 'dequal';

/** How long the browser's keep of what was not sent is waited for before a job is shown without it. */
const KEPT_MS = 3_000;

export const LATE = Symbol('late');

/** What the browser keeps, where it says so in time: a job is not held up by it. */
export function inTime<T>(kept: Promise<T>): Promise<T | typeof LATE> {
  return Promise.race([
    kept,
    new Promise<typeof LATE>((resolve) => setTimeout(() => resolve(LATE), KEPT_MS)),
  ]);
}

/** A job of its own beside the one it was made from. */
export const copyOf = (job: Job, what: string): Job => ({
  ...job,
  name: `${job.name.slice(0, 77 - what.length)} (${what})`,
});

/** A history whose steps that are known already are the same objects, so that only new ones are sent. */
export function sharedWith(history: History, known: History): History {
  return {
    ...history,
    edits: history.edits.map((edit, i) => (dequal(edit, known.edits[i]) ? known.edits[i] : edit)),
  };
}
