import type { History, HistoryChange, Job } from '@coin-relay/model';

/** How it stands with what was changed. */
export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict'; readonly message: string }
  /** The job was taken off the rack elsewhere. */
  | { readonly kind: 'gone'; readonly message: string };

/** A save that was begun; sent once more as it is where its answer was lost. */
export interface Attempt {
  readonly key: string;
  readonly basedOn: number;
  readonly job: Job;
  readonly history: History;
  readonly change: HistoryChange;
}

/** Statuses of an answer that does not say whether the change was taken; 0 is none at all. */
export const MAY_HAVE_ARRIVED = [0, 500, 502, 504];
