import { Injectable, type OnDestroy } from '@angular/core';
import type { ExportAsked, ExportedFile } from '@coin-relay/formats';
import type { Job } from '@coin-relay/model';
import { proxy } from 'comlink';
import type { HandOffTasks, Told } from './hand-off-tasks';
import { POOL_SETTINGS, WorkerPool } from '../engine/pool/worker-pool';
import { answerOf, type Reply } from '../engine/reply';

/** Longest that a file may take, ms: one that is written at once, one that is looked at beforehand, and one of many pictures. */
export const MOST_TIME = { once: 120_000, ahead: 20_000, slow: 1_800_000 } as const;
export type Patience = keyof typeof MOST_TIME;

const TOO_LONG: Readonly<Record<Patience, string>> = {
  once: `Writing this file took over ${MOST_TIME.once / 60_000} minutes and was stopped. Take fewer frames, fewer rows, or a coarser tolerance.`,
  ahead: 'It takes too long to be worked out beforehand; it can be written all the same.',
  slow: `Writing these pictures took over ${MOST_TIME.slow / 60_000} minutes and was stopped. Take fewer frames, smaller pictures, or the command line, which shares the work out.`,
};
const NO_PICTURE = 'There is no picture of it: it took too long.';

/** The thread that writes files to hand off. One for the application, begun when the first one is asked for. */
@Injectable({ providedIn: 'root' })
export class HandOffPool extends WorkerPool<HandOffTasks> implements OnDestroy {
  constructor() {
    super(() => new Worker(new URL('./hand-off.worker', import.meta.url), { type: 'module' }), {
      ...POOL_SETTINGS,
      threads: 1,
    });
  }

  ngOnDestroy(): void {
    this.close();
  }

  /** Writes a job as one of the exports. @param told now and then which part of it is done, 0 to 1 */
  write(
    job: Job,
    as: string,
    asked: ExportAsked,
    { patience, owner, told }: { patience: Patience; owner: AbortSignal; told: Told },
  ): Promise<Reply<ExportedFile>> {
    return answerOf(
      this.run({
        work: ({ tasks }) => tasks.write(job, as, asked, proxy(told)),
        priority: 'shown',
        limit: MOST_TIME[patience],
        owner,
      }),
      { late: TOO_LONG[patience] },
    );
  }

  /** A small picture of what an export would show. */
  picture(
    job: Job,
    as: string,
    asked: ExportAsked,
    [width, height]: readonly [number, number],
    owner: AbortSignal,
  ): Promise<Reply<Uint8Array>> {
    return answerOf(
      this.run({
        work: ({ tasks }) => tasks.picture(job, as, asked, width, height),
        priority: 'shown',
        limit: MOST_TIME.ahead,
        owner,
      }),
      { late: NO_PICTURE },
    );
  }
}
