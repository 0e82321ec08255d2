import type { Job } from '@coin-relay/model';
import type { FitCalls, FitWorker } from './fit-worker.service';
import { changesBetween } from './job-changes';
import type { FitResult, VersionedReply } from './open-job';
import type { Reply } from './reply';
import type { PathSketch } from './sketch';

export interface Rest {
  readonly rows: readonly Reply<FitResult>[];
  readonly sketches: readonly PathSketch[];
}

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
    return this.take(run, await this.on(job).row(run, this.versionOf(run)));
  }

  /** The other rows, in the order they are asked for, and the paths that no row shows: in one call. */
  async rest(job: Job, runs: readonly string[], shown: string | null): Promise<Rest> {
    const asked = runs.map((run) => ({ run, has: this.versionOf(run) }));
    const { rows, sketches } = await this.on(job).rest(asked, shown);
    return { rows: rows.map((row, i) => this.take(runs[i], row)), sketches };
  }

  private versionOf(run: string): number | null {
    return this.rows.get(run)?.version ?? null;
  }

  private take(run: string, { version, reply }: VersionedReply): Reply<FitResult> {
    if (reply === null) {
      const known = this.rows.get(run);
      if (!known) throw new Error('a row that is not known was not answered');
      return known.reply;
    }
    this.rows.set(run, { version, reply });
    return reply;
  }
}
