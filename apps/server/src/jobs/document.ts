import type { Job } from '@coin-relay/model';

/** A document as it is kept. */
export interface Document {
  readonly name: string;
  readonly place: string;
  /** JSON. */
  readonly text: string;
}

/** A step of the history as it is kept: patches as JSON. */
export interface KeptEdit {
  readonly label: string;
  readonly forward: string;
  readonly inverse: string;
}

/** How a history changes with a save; see HistoryChangeSchema. */
export interface KeptChange {
  readonly keep: number;
  readonly add: readonly KeptEdit[];
  readonly done: number;
}

/** A job as it is kept. */
export const documentOf = (job: Job): Document => ({
  name: job.name,
  place: job.place,
  text: JSON.stringify(job),
});
