import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { FitOutcome } from '@coin-relay/core';
import { fitSentence, resolveRun, type FitSentence, type Job, type ResolvedRun } from '@coin-relay/model';
import { BehaviorSubject, type Subscription } from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { FitWorker } from './fit-worker.service';
import type { Candidate } from './fit-tasks';
import { LatestOnly } from './latest';

/** How the open job's row stands. */
export interface FitView {
  /** The document the fit below was made from; not the newest while it cannot be fitted. */
  readonly job: Job;
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
  readonly sentence: FitSentence;
}

export interface FitState {
  /** The last fit that could be made; null where there never was one. */
  readonly view: FitView | null;
  /** Why the newest document cannot be fitted. */
  readonly problem: { readonly message: string; readonly wheels: readonly string[] } | null;
}

/** Fits the open job's first run again after every change, in the worker. One for one job view. */
@Injectable()
export class FitService implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly worker = inject(FitWorker);
  private readonly state = new BehaviorSubject<FitState>({ view: null, problem: null });
  private readonly subscription: Subscription;

  /** Emits at once, and after every fit. */
  readonly state$ = this.state.asObservable();

  constructor() {
    const latest = new LatestOnly(
      (job: Job) => this.worker.tasks.fit(job, job.runs[0]?.id ?? ''),
      (job, reply) => {
        if (!reply.ok) {
          this.state.next({
            view: this.state.value.view,
            problem: { message: reply.message, wheels: reply.wheels },
          });
          return;
        }
        const resolved = resolveRun(job);
        const sentence = fitSentence(job, resolved, reply.value);
        this.state.next({ view: { job, resolved, fit: reply.value, sentence }, problem: null });
      },
    );
    this.subscription = this.store.job$.subscribe((job) => latest.ask(job));
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
