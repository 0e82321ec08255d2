import { Injectable, type OnDestroy } from '@angular/core';
import type { ExportAsked, ExportedFile } from '@coin-relay/formats';
import type { Job } from '@coin-relay/model';
import type { HandOffTasks } from './hand-off-tasks';
import { POOL_SETTINGS, WorkerPool } from './pool/worker-pool';
import { answerOf, type Reply } from './reply';

/** Longest that one file may take, ms. */
export const MOST_TIME = 120_000;
const TOO_LONG = `Writing this file took over ${MOST_TIME / 60_000} minutes and was stopped. Take fewer frames, fewer rows, or a coarser tolerance.`;

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

  /** Writes a job as one of the exports. */
  write(job: Job, as: string, asked: ExportAsked, owner: AbortSignal): Promise<Reply<ExportedFile>> {
    return answerOf(
      this.run({
        work: ({ tasks }) => tasks.write(job, as, asked),
        priority: 'shown',
        limit: MOST_TIME,
        owner,
      }),
      { late: TOO_LONG },
    );
  }
}
