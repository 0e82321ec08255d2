import { inject, Injectable, type OnDestroy } from '@angular/core';
import { RelayError } from '@coin-relay/core';
import {
  machineOf,
  needsPreparing,
  NOTHING_PREPARED,
  travelOf,
  type Job,
  type Machine,
  type Prepared,
} from '@coin-relay/model';
import { proxy } from 'comlink';
import { BehaviorSubject, type Subscription } from 'rxjs';
import type { Reply } from '../fit/fit-tasks';
import { FitService, type FitState } from '../fit/fit.service';
import { Playback } from '../playback/playback.service';
import { FramesWorker } from './frames-worker.service';

/** The open job in motion. */
export interface MachineState {
  /** Null while nothing of the job can be fitted. */
  readonly machine: Machine | null;
  /** Why it cannot run as it is. */
  readonly problem: string | null;
  /** The part of what has to be worked out ahead that is done; null where nothing has to be, or all is. */
  readonly preparing: number | null;
}

/** Longest that working ahead may take, ms. */
const MOST_TIME = 120_000;
const TOO_LONG: Reply<never> = {
  ok: false,
  code: 'internal',
  message: `Working the frames out took over ${MOST_TIME / 1000} s and was stopped. Make the loop shorter.`,
  wheels: [],
};
/** What is dragged is worked out once it rests for so long, ms. */
const REST = 120;

/**
 * The machine that the fitted rows make, for whatever frame is looked at. What has to be worked out
 * ahead comes from a worker; while playing nothing is solved. One for one job view.
 */
@Injectable()
export class MachineView implements OnDestroy {
  private readonly fits = inject(FitService);
  private readonly playback = inject(Playback);
  private readonly worker = inject(FramesWorker);
  private readonly state = new BehaviorSubject<MachineState>({
    machine: null,
    problem: null,
    preparing: null,
  });
  private readonly subscription: Subscription;
  private waiting: ReturnType<typeof setTimeout> | undefined;
  private asked: Job | null = null;
  /** Ends the work that is going on, so that its answer is not waited for. */
  private abandon: (() => void) | null = null;
  private prepared: { readonly of: Job; readonly value: Prepared } | null = null;

  /** Emits at once, and whenever the rows, or what was worked out ahead, change. */
  readonly state$ = this.state.asObservable();

  constructor() {
    this.subscription = this.fits.state$.subscribe((state) => this.follow(state));
  }

  ngOnDestroy(): void {
    this.subscription.unsubscribe();
    clearTimeout(this.waiting);
    this.abandon?.();
    this.worker.stop();
  }

  get now(): MachineState {
    return this.state.value;
  }

  /** How far a run has travelled at the frame shown, pitches. */
  travelOf(run: string): number {
    const { machine } = this.state.value;
    return machine ? travelOf(machine, run, this.playback.now.frame) : 0;
  }

  private follow({ view, others }: FitState): void {
    if (!view) {
      this.state.next({ machine: null, problem: null, preparing: null });
      return;
    }
    // While the newest document cannot be fitted, the last one that could runs on.
    const { job } = view;
    if (needsPreparing(job) && this.prepared?.of !== job) this.ask(job);
    const known = this.prepared?.of === job ? this.prepared.value : NOTHING_PREPARED;
    this.show(job, [view, ...others], known);
  }

  private show(job: Job, views: readonly FitState['others'][number][], prepared: Prepared): void {
    const order = new Map(job.runs.map(({ id }, i) => [id, i]));
    const rows = views
      .filter(({ job: made }) => made === job)
      .sort((a, b) => (order.get(a.resolved.run.id) ?? 0) - (order.get(b.resolved.run.id) ?? 0));
    const preparing = this.asked === job ? (this.state.value.preparing ?? 0) : null;
    try {
      this.state.next({ machine: machineOf(job, rows, prepared), problem: null, preparing });
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      // Each row still runs by itself.
      const drives = job.motion.drives.map(({ run, pitches, manner }) => ({
        run,
        pitches,
        ...(manner ? { manner } : {}),
      }));
      const alone: Job = { ...job, motion: { ...job.motion, drives } };
      this.state.next({ machine: machineOf(alone, rows, prepared), problem: error.message, preparing });
    }
  }

  private ask(job: Job): void {
    if (this.asked === job) return;
    this.asked = job;
    clearTimeout(this.waiting);
    this.waiting = setTimeout(() => void this.prepare(job), REST);
  }

  private async prepare(job: Job): Promise<void> {
    // An older job is not worked out any further.
    this.abandon?.();
    const progress = proxy((part: number) => {
      if (this.asked === job) this.state.next({ ...this.state.value, preparing: part });
    });
    const abandoned = new Promise<null>((resolve) => {
      this.abandon = () => {
        this.worker.stop();
        resolve(null);
      };
    });
    const task = this.worker.tasks.prepare(job, progress);
    const reply = await this.worker.within(MOST_TIME, Promise.race([task, abandoned]), TOO_LONG);
    if (reply === null) return;
    this.abandon = null;
    if (this.asked !== job) return;
    this.asked = null;
    const value: Prepared = reply.ok
      ? reply.value
      : { ...NOTHING_PREPARED, problems: [{ of: '', message: reply.message }] };
    this.prepared = { of: job, value };
    this.state.next({ ...this.state.value, preparing: null });
    this.follow(this.fits.now);
  }
}
