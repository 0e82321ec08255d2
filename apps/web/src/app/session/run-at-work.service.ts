import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { Job, JobPiece, Run } from '@coin-relay/model';
import { BehaviorSubject, combineLatest, distinctUntilChanged, map, type Subscription } from 'rxjs';
import { JobStore } from '../document/job-store.service';

/** Which of the job's runs is worked on: the one chosen, or the first. One for one job view. */
@Injectable()
export class RunAtWork implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly chosen = new BehaviorSubject<string | null>(null);
  private readonly subscription: Subscription;

  /** The run, at once and after every change; undefined where the job has none. */
  readonly run$ = combineLatest([this.store.job$, this.chosen]).pipe(
    map(([job, id]) => runOf(job, id)),
    distinctUntilChanged(),
  );

  constructor() {
    // What is gone from the document is worked on no more.
    this.subscription = this.store.job$.subscribe((job) => {
      const id = this.chosen.value;
      if (id !== null && !job.runs.some((run) => run.id === id)) this.choose(null);
    });
  }

  ngOnDestroy(): void {
    this.subscription.unsubscribe();
  }

  get run(): Run | undefined {
    const { job } = this.store;
    return job ? runOf(job, this.chosen.value) : undefined;
  }

  choose(run: string | null): void {
    if (run !== this.chosen.value) this.chosen.next(run);
  }
}

function runOf(job: Job, id: string | null): Run | undefined {
  return job.runs.find((run) => run.id === id) ?? job.runs[0];
}

/** The pieces of a run's sequence, in order. */
export function sequenceOf(job: Job | undefined, run: Run | undefined): JobPiece[] {
  return (run?.sequence ?? []).flatMap((id) => job?.pieces.find((piece) => piece.id === id) ?? []);
}
