import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { Approach, FitOutcome } from '@coin-relay/core';
import { fitSentence, resolveRun, type FitSentence, type Job, type ResolvedRun } from '@coin-relay/model';
import { BehaviorSubject, type Subscription } from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { FitWorker } from './fit-worker.service';
import type { Candidate, FitResult, Reply } from './fit-tasks';
import { LatestOnly } from './latest';
import type { PathSketch } from './sketch';

/** How the open job's row stands. */
export interface FitView {
  /** The document the fit below was made from; not the newest while it cannot be fitted. */
  readonly job: Job;
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
  readonly approaches: readonly Approach[];
  readonly sentence: FitSentence;
}

export interface FitState {
  /** The last fit that could be made; null where there never was one. */
  readonly view: FitView | null;
  /** Why the newest document cannot be fitted. */
  readonly problem: { readonly message: string; readonly wheels: readonly string[] } | null;
  /** The paths that the fit does not show: the others, and the row's own while it cannot be fitted. */
  readonly sketches: readonly PathSketch[];
  /** The document the problem and the sketches are of. */
  readonly of: Job | null;
}

/** Longest a fit may take, ms. */
const MOST_TIME = 20_000;
const TOO_LONG: Reply<FitResult> = {
  ok: false,
  code: 'internal',
  message: `The fit took over ${MOST_TIME / 1000} s and was stopped. Undo the last change, or put in fewer links.`,
  wheels: [],
};

/** Fits the open job's first run again after every change, in the worker. One for one job view. */
@Injectable()
export class FitService implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly worker = inject(FitWorker);
  private readonly state = new BehaviorSubject<FitState>({
    view: null,
    problem: null,
    sketches: [],
    of: null,
  });
  private readonly subscription: Subscription;

  /** Emits at once, and after every fit. */
  readonly state$ = this.state.asObservable();

  constructor() {
    const latest = new LatestOnly(
      (job: Job) => this.work(job),
      (job, { reply, sketches }) => {
        if (!reply.ok) {
          const problem = { message: reply.message, wheels: reply.wheels };
          this.state.next({ view: this.state.value.view, problem, sketches, of: job });
          return;
        }
        const { fit, approaches } = reply.value;
        const resolved = resolveRun(job);
        const sentence = fitSentence(job, resolved, fit);
        this.state.next({
          view: { job, resolved, fit, approaches, sentence },
          problem: null,
          sketches,
          of: job,
        });
      },
    );
    this.subscription = this.store.job$.subscribe((job) => latest.ask(job));
  }

  private async work(job: Job): Promise<{ reply: Reply<FitResult>; sketches: readonly PathSketch[] }> {
    const run = job.runs[0];
    const reply = await this.worker.within(MOST_TIME, this.worker.tasks.fit(job, run?.id ?? ''), TOO_LONG);
    const ids = job.paths.map((path) => path.id).filter((id) => !reply.ok || id !== run?.path);
    return { reply, sketches: ids.length > 0 ? await this.worker.tasks.sketch(job, ids) : [] };
  }

  ngOnDestroy(): void {
    this.subscription.unsubscribe();
  }

  get now(): FitState {
    return this.state.value;
  }

  /** What the counts around the fitted one would cost. */
  async candidates(): Promise<readonly Candidate[]> {
    const { view } = this.state.value;
    const job = this.store.job;
    if (!view || !job) return [];
    const free: Job = {
      ...job,
      runs: job.runs.map((run) =>
        run.id === view.resolved.run.id ? { ...run, fit: { ...run.fit, count: null } } : run,
      ),
    };
    const reply = await this.worker.tasks.candidates(free, view.resolved.run.id, view.fit.count);
    return reply.ok ? reply.value : [];
  }
}
