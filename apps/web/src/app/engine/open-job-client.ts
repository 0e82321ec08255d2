import type { Job } from '@coin-relay/model';
import type { FitCalls, FitWorker } from './fit-worker.service';
import { changesBetween } from './job-changes';
import type { FitResult } from './open-job';
import type { Reply } from './reply';

/**
 * The open job on this side of the thread that fits it: sends what changed, and keeps each row as
 * it was last fitted, so that what did not change does not cross over again.
 */
export class OpenJobClient {
  private sent: { readonly job: Job; readonly generation: number } | null = null;
  private readonly rows = new Map<string, { readonly version: number; readonly reply: Reply<FitResult> }>();

  constructor(private readonly worker: Pick<FitWorker, 'tasks' | 'generation'>) {}

  /** The tasks of the thread, which is told what changed first: it does one thing after the other. */
  on(job: Job): FitCalls {
    const { tasks, generation } = this.worker;
    const { sent } = this;
    this.sent = { job, generation };
    if (sent?.generation !== generation) {
      this.rows.clear();
      void tasks.openJob(job);
    } else if (sent.job !== job) void tasks.changeJob(changesBetween(sent.job, job));
    return tasks;
  }

  /** A row of the job that the thread has; the same object as before where nothing it is made from changed. */
  async row(job: Job, run: string): Promise<Reply<FitResult>> {
    const tasks = this.on(job);
    const known = this.rows.get(run);
    const { version, reply } = await tasks.row(run, known?.version ?? null);
    if (known && reply === null) return known.reply;
    if (reply === null) throw new Error('a row that is not known was not answered');
    this.rows.set(run, { version, reply });
    return reply;
  }
}
