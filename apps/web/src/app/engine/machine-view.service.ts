import { inject, Injectable, type OnDestroy } from '@angular/core';
import { RelayError } from '@coin-relay/core';
import {
  machineOf,
  needsPrecomputing,
  NOTHING_PRECOMPUTED,
  travelOf,
  type FittedRow,
  type Job,
  type Machine,
  type PrecomputedFrames,
} from '@coin-relay/model';
import { proxy } from 'comlink';
import { BehaviorSubject, debounceTime, map, Subject, switchMap, takeUntil, type Observable } from 'rxjs';
import { Playback } from '../session/playback.service';
import { FitService, type FitState } from './fit.service';
import { askShown } from './ask-shown';
import { FitPool, type FitCalls } from './fit-pool.service';
import type { Reply } from './reply';

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
const TOO_LONG = `Working the frames out took over ${MOST_TIME / 1000} s and was stopped. Make the loop shorter.`;
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
  private readonly pool = inject(FitPool);
  private readonly state = new BehaviorSubject<MachineState>({
    machine: null,
    problem: null,
    preparing: null,
  });
  private readonly asking = new Subject<Job>();
  private readonly ended = new Subject<void>();
  private asked: Job | null = null;
  private prepared: { readonly of: Job; readonly value: PrecomputedFrames } | null = null;

  /** Emits at once, and whenever the rows, or what was worked out ahead, change. */
  readonly state$ = this.state.asObservable();

  constructor() {
    this.asking
      .pipe(
        debounceTime(REST),
        switchMap((job) => this.framesOf(job)),
        takeUntil(this.ended),
      )
      .subscribe(({ job, reply }) => this.take(job, reply));
    this.fits.state$.pipe(takeUntil(this.ended)).subscribe((state) => this.follow(state));
  }

  ngOnDestroy(): void {
    this.ended.next();
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
    if (needsPrecomputing(job) && this.prepared?.of !== job) this.ask(job);
    const known = this.prepared?.of === job ? this.prepared.value : NOTHING_PRECOMPUTED;
    this.show(job, [view, ...others], known);
  }

  private show(job: Job, views: readonly FitState['others'][number][], prepared: PrecomputedFrames): void {
    const rows = this.inOrder(job, views);
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
    this.asking.next(job);
  }

  /** Works the frames of a job out; an older job is not worked out any further. */
  private framesOf(job: Job): Observable<{ job: Job; reply: Reply<PrecomputedFrames> }> {
    const rows = this.rowsOf(job);
    const progress = (part: number): void => {
      if (this.asked === job) this.state.next({ ...this.state.value, preparing: part });
    };
    const work = async (tasks: FitCalls): Promise<Reply<PrecomputedFrames>> => {
      await tasks.hold(null);
      // Each in a message of its own: the page answers between them.
      for (const row of rows ?? []) await tasks.hold(row);
      return tasks.prepare(job, rows !== null, proxy(progress));
    };
    return askShown(this.pool, MOST_TIME, work, { late: TOO_LONG }).pipe(map((reply) => ({ job, reply })));
  }

  /** Rows as they are drawn: all that can be fitted; null where none is known yet. */
  private rowsOf(job: Job): FittedRow[] | null {
    const { view, others } = this.fits.now;
    const rows = this.inOrder(job, view ? [view, ...others] : others);
    return rows.length === 0 ? null : rows.map(({ resolved, fit, setOut }) => ({ resolved, fit, setOut }));
  }

  private inOrder<T extends FitState['others'][number]>(job: Job, views: readonly T[]): T[] {
    const order = new Map(job.runs.map(({ id }, i) => [id, i]));
    return views
      .filter(({ job: made }) => made === job)
      .sort((a, b) => (order.get(a.resolved.run.id) ?? 0) - (order.get(b.resolved.run.id) ?? 0));
  }

  private take(job: Job, reply: Reply<PrecomputedFrames>): void {
    if (this.asked !== job) return;
    this.asked = null;
    const value: PrecomputedFrames = reply.ok
      ? reply.value
      : { ...NOTHING_PRECOMPUTED, problems: [{ of: '', message: reply.message }] };
    this.prepared = { of: job, value };
    this.state.next({ ...this.state.value, preparing: null });
    this.follow(this.fits.now);
  }
}
