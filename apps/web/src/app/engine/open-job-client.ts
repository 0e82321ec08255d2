import type { Job } from '@coin-relay/model';
import type { NeighbourCut, NeighbourPoses, RowCrossing, RowReach } from '@coin-relay/scene';
import type { FitCalls, FitPool } from './fit-pool.service';
import { changesBetween } from './job-changes';
import type { FitResult, VersionedReply } from './open-job';
import type { Reply } from './reply';
import type { PathSketch } from './sketch';

export interface Rest {
  readonly rows: readonly Reply<FitResult>[];
  readonly sketches: readonly PathSketch[];
}

/** Longest that one thing of the open job may be worked on, ms. */
export const MOST_TIME = 20_000;

/**
 * The open job on this side of the thread that fits it: sends what changed, and keeps each row as
 * it was last fitted, so that what did not change does not cross over again. Every call ends with
 * a WorkFailure where the thread has no answer, or when its owner cancels it.
 */
export class OpenJobClient {
  private sent: { readonly job: Job; readonly generation: number } | null = null;
  private readonly rows = new Map<string, { readonly version: number; readonly reply: Reply<FitResult> }>();

  constructor(private readonly pool: Pick<FitPool, 'run'>) {}

  /** A row of the job; the same object as before where nothing it is made from changed. */
  row(job: Job, run: string, owner: AbortSignal): Promise<Reply<FitResult>> {
    return this.ask(job, owner, async (tasks) => this.take(run, await tasks.row(run, this.versionOf(run))));
  }

  /** The other rows, in the order they are asked for, and the paths that no row shows: in one call. */
  rest(job: Job, runs: readonly string[], shown: string | null, owner: AbortSignal): Promise<Rest> {
    return this.ask(job, owner, async (tasks) => {
      const asked = runs.map((run) => ({ run, has: this.versionOf(run) }));
      const { rows, sketches } = await tasks.rest(asked, shown);
      return { rows: rows.map((row, i) => this.take(runs[i], row)), sketches };
    });
  }

  /** Which neighbours of a row cut into each other. */
  cuts(job: Job, run: string, owner: AbortSignal): Promise<Reply<readonly NeighbourCut[]>> {
    return this.ask(job, owner, (tasks) => tasks.cuts(run));
  }

  /** How the neighbours of a row that leaves its plane stand to one another. */
  poses(job: Job, run: string, owner: AbortSignal): Promise<Reply<NeighbourPoses>> {
    return this.ask(job, owner, (tasks) => tasks.poses(run));
  }

  /** Which rows cut into each other; without how deep they reach, whether they may. */
  crossings(
    job: Job,
    reaches: ReadonlyMap<string, RowReach> | null,
    owner: AbortSignal,
  ): Promise<Reply<readonly RowCrossing[] | 'may cross'>> {
    return this.ask(job, owner, (tasks) => tasks.crossings(reaches));
  }

  private ask<R>(job: Job, owner: AbortSignal, work: (tasks: FitCalls) => Promise<R>): Promise<R> {
    return this.pool.run<R>({
      priority: 'open-job',
      limit: MOST_TIME,
      owner,
      work: async ({ tasks, generation }) => {
        // Told and asked at once: a thread does one thing after the other.
        const told = this.tell(job, tasks, generation);
        const [answer] = await Promise.all([work(tasks), told]);
        return answer;
      },
    });
  }

  /** Tells the thread what it does not know of the job. */
  private async tell(job: Job, tasks: FitCalls, generation: number): Promise<void> {
    const { sent } = this;
    this.sent = { job, generation };
    if (sent?.generation !== generation) {
      this.rows.clear();
      await tasks.openJob(job);
    } else if (sent.job !== job) await tasks.changeJob(changesBetween(sent.job, job));
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
    // A row that was not fitted has no version, and nothing is kept of it.
    if (version > 0) this.rows.set(run, { version, reply });
    return reply;
  }
}
