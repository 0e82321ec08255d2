import { inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { BehaviorSubject, combineLatest, filter, map, merge, skip } from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { JobContext, type Step } from '../session/job-context.service';
import { PathWork } from '../session/path-work.service';
import { Playback } from '../session/playback.service';
import { firstJob, stagesGone } from './first-job';

/** A stage of a first job: what to do, and in which step of the worksheet. */
export interface Stage {
  readonly words: string;
  readonly step: Step;
  readonly done: boolean;
}

const STAGES: readonly Omit<Stage, 'done'>[] = [
  { words: 'a path', step: 'path' },
  { words: 'a link', step: 'link' },
  { words: 'its count', step: 'fit' },
  { words: 'play', step: 'motion' },
  { words: 'take it away', step: 'hand-off' },
];

/** The way through a first job, as far as it has been gone. One for one job view. */
@Injectable()
export class FirstJob {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly done = new BehaviorSubject(stagesGone());
  /** The job whose way is shown: the one of when this view was made, also once its way has been gone. */
  private readonly shown = new BehaviorSubject(firstJob());

  /** The stages, while the open job is the first one; else none. */
  readonly stages$ = combineLatest([this.store.job$, this.done, this.shown]).pipe(
    map(([, done, shown]): readonly Stage[] =>
      shown === null || shown !== this.store.id
        ? []
        : STAGES.map((stage) => ({ ...stage, done: done.has(stage.step) })),
    ),
  );

  constructor() {
    const { context } = this;
    const path$ = combineLatest([inject(FitService).state$, inject(PathWork).beginning$]).pipe(
      filter(([{ view, problem }, begins]) => view !== null && problem === null && begins === ''),
      map((): Step => 'path'),
    );
    // A link and its count are looked at where they are.
    const seen$ = context.step$.pipe(
      skip(1),
      filter((step) => step === 'link' || step === 'fit'),
    );
    const played$ = inject(Playback).position$.pipe(
      filter(({ playing }) => playing),
      map((): Step => 'motion'),
    );
    merge(path$, seen$, played$)
      .pipe(takeUntilDestroyed())
      .subscribe((step) => this.reach(step));
  }

  /** A file was taken away. */
  takenAway(): void {
    this.reach('hand-off');
  }

  /** What has been gone once is not shown on the next visit. */
  private reach(step: Step): void {
    // What is done in another job is no stage of this one.
    if (this.done.value.has(step) || this.shown.value !== this.store.id) return;
    const done = stagesGone(step);
    this.done.next(done);
    if (done.size === STAGES.length) firstJob('never');
  }

  open(step: Step): void {
    this.context.openStep(step);
  }

  /** It is shown no more, in this job or any other. */
  dismiss(): void {
    firstJob('never');
    this.shown.next(null);
  }
}
