import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { Approach, Candidate, FitOutcome } from '@coin-relay/core';
import {
  fitSentence,
  resolveRun,
  type FitSentence,
  type Job,
  type ResolvedRun,
  type ResolvedSetOut,
} from '@coin-relay/model';
import type { NeighbourCut } from '@coin-relay/scene';
import { BehaviorSubject, combineLatest, type Subscription } from 'rxjs';
import { RunAtWork } from '../job/run-at-work.service';
import { JobStore } from '../document/job-store.service';
import { FitWorker } from './fit-worker.service';
import type { FitResult, Reply } from './fit-tasks';
import { LatestOnly } from './latest';
import type { PathSketch } from './sketch';

/** How the open job's row stands. */
export interface FitView {
  /** The document the fit below was made from; not the newest while it cannot be fitted. */
  readonly job: Job;
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly approaches: readonly Approach[];
  /** Neighbours that cut into each other; they are looked for once the document rests, and empty until then. */
  readonly cuts: readonly NeighbourCut[];
  readonly sentence: FitSentence;
}

export interface FitState {
  /** The run at work as it could last be fitted; null where it never was. */
  readonly view: FitView | null;
  /** The job's other runs, those that can be fitted. */
  readonly others: readonly FitView[];
  /** Why the newest document cannot be fitted. */
  readonly problem: { readonly message: string; readonly wheels: readonly string[] } | null;
  /** Why rows of the newest document cannot be fitted. */
  readonly problems: readonly { readonly run: string; readonly message: string }[];
  /** The paths that the fit does not show: the others, and the row's own while it cannot be fitted. */
  readonly sketches: readonly PathSketch[];
  /** The document the problem and the sketches are of. */
  readonly of: Job | null;
  /** The count before a change that was not about it made it another; said once, until the next change. */
  readonly was: number | null;
  /** Seconds that the fit at work has taken so far, once it takes long; null while it does not. */
  readonly busy: number | null;
}

/** What is to be fitted: a document, and which of its runs is worked on. */
interface Ask {
  readonly job: Job;
  readonly run: string | null;
}

interface Answer {
  readonly reply: Reply<FitResult>;
  readonly others: readonly FitView[];
  readonly problems: FitState['problems'];
  readonly sketches: readonly PathSketch[];
}

/** Longest a fit may take, ms. */
const MOST_TIME = 20_000;
/** A document rests when nothing has changed for so long, ms. */
const REST = 200;
/** A fit that takes longer than this is spoken of, and can be stopped, ms. */
const LONG = 1_000;
const STOPPED: Reply<never> = {
  ok: false,
  code: 'internal',
  message: 'The fit was stopped. Undo the last change, or change something to fit it again.',
  wheels: [],
};
const TOO_LONG: Reply<never> = {
  ok: false,
  code: 'internal',
  message: `The fit took over ${MOST_TIME / 1000} s and was stopped. Undo the last change, or put in fewer links.`,
  wheels: [],
};

/** Fits the open job's runs again after every change, in the worker. One for one job view. */
@Injectable()
export class FitService implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly runs = inject(RunAtWork);
  private readonly worker = inject(FitWorker);
  private readonly state = new BehaviorSubject<FitState>({
    view: null,
    others: [],
    problem: null,
    problems: [],
    sketches: [],
    of: null,
    was: null,
    busy: null,
  });
  private readonly subscription: Subscription;
  private resting: ReturnType<typeof setTimeout> | undefined;
  private watching: ReturnType<typeof setInterval> | undefined;
  private stopNow: (() => void) | null = null;
  /** How the run stood when the document last rested. */
  private rested: FitView | null = null;

  /** Emits at once, and after every fit. */
  readonly state$ = this.state.asObservable();

  constructor() {
    const latest = new LatestOnly(
      (ask: Ask) => this.work(ask),
      (ask, answer) => this.take(ask, answer),
    );
    this.subscription = combineLatest([this.store.job$, this.runs.run$]).subscribe(([job, run]) => {
      // Both speak of one change: the run of an older document is not worked on.
      if (run === undefined || job.runs.includes(run)) latest.ask({ job, run: run?.id ?? null });
    });
  }

  private async work({ job, run }: Ask): Promise<Answer> {
    const reply = await this.watched(this.worker.tasks.fit(job, run ?? ''));
    const others: FitView[] = [];
    const problems = reply.ok || run === null ? [] : [{ run, message: reply.message }];
    for (const other of job.runs) {
      if (other.id === run || reply === STOPPED) continue;
      const fitted = await this.worker.within(MOST_TIME, this.worker.tasks.fit(job, other.id), TOO_LONG);
      if (fitted.ok) others.push(viewOf(job, other.id, fitted.value));
      else problems.push({ run: other.id, message: fitted.message });
    }
    const shown = new Set(others.map(({ resolved }) => resolved.path.id));
    const own = job.runs.find(({ id }) => id === run)?.path;
    if (reply.ok && own !== undefined) shown.add(own);
    const ids = job.paths.map((path) => path.id).filter((id) => !shown.has(id));
    return {
      reply,
      others,
      problems,
      sketches: ids.length > 0 ? await this.worker.tasks.sketch(job, ids) : [],
    };
  }

  /** Waits for the fit at work; once it takes long it is told how long, and can be stopped. */
  private async watched(task: Promise<Reply<FitResult>>): Promise<Reply<FitResult>> {
    const began = performance.now();
    this.watching = setInterval(() => {
      const busy = Math.floor((performance.now() - began) / 1000);
      this.state.next({ ...this.state.value, busy });
    }, LONG);
    const stopped = new Promise<Reply<FitResult>>((resolve) => {
      this.stopNow = () => {
        this.worker.stop();
        resolve(STOPPED);
      };
    });
    try {
      return await this.worker.within(MOST_TIME, Promise.race([task, stopped]), TOO_LONG);
    } finally {
      clearInterval(this.watching);
      this.stopNow = null;
    }
  }

  /** Stops the fit at work; the last good state stays. */
  stop(): void {
    this.stopNow?.();
  }

  private take({ job, run }: Ask, { reply, others, problems, sketches }: Answer): void {
    if (!reply.ok) {
      const problem = { message: reply.message, wheels: reply.wheels };
      const last = this.state.value.view;
      // The last good state stays on the drawing, but only that of the run at work.
      const view = last && (last.resolved.run.id === run || run === null) ? last : null;
      this.state.next({ view, others, problem, problems, sketches, of: job, was: null, busy: null });
      return;
    }
    const view = viewOf(job, run ?? undefined, reply.value);
    this.state.next({ view, others, problem: null, problems, sketches, of: job, was: null, busy: null });
    clearTimeout(this.resting);
    this.resting = setTimeout(() => this.rest(view), REST);
  }

  private rest(view: FitView): void {
    const was = countBefore(this.rested, view);
    this.rested = view;
    if (was !== null && this.state.value.view === view) this.state.next({ ...this.state.value, was });
    void this.lookForCuts(view);
  }

  /** Cutting outlines takes longer than fitting, so it waits until a drag is over. */
  private async lookForCuts(view: FitView): Promise<void> {
    const { tasks } = this.worker;
    const reply = await this.worker.within(MOST_TIME, tasks.cuts(view.job, view.resolved.run.id), TOO_LONG);
    const now = this.state.value;
    if (now.view !== view || !reply.ok || reply.value.length === 0) return;
    const looked = { ...view, cuts: reply.value };
    this.rested = looked;
    this.state.next({ ...now, view: looked });
  }

  ngOnDestroy(): void {
    clearTimeout(this.resting);
    clearInterval(this.watching);
    this.subscription.unsubscribe();
  }

  get now(): FitState {
    return this.state.value;
  }

  /** What the counts around the fitted one would cost. */
  async candidates(many = 5): Promise<readonly Candidate[]> {
    const { view } = this.state.value;
    const job = this.store.job;
    if (!view || !job) return [];
    const free: Job = {
      ...job,
      runs: job.runs.map((run) =>
        run.id === view.resolved.run.id ? { ...run, fit: { ...run.fit, count: null } } : run,
      ),
    };
    const reply = await this.worker.tasks.candidates(free, view.resolved.run.id, view.fit.count, many);
    return reply.ok ? reply.value : [];
  }
}

/** The count a row had, where it is another now though nobody asked for another; else null. */
export function countBefore(before: FitView | null, now: FitView): number | null {
  if (!before || before.resolved.run.id !== now.resolved.run.id) return null;
  const asked = before.resolved.run.fit !== now.resolved.run.fit;
  return !asked && before.fit.count !== now.fit.count ? before.fit.count : null;
}

function viewOf(job: Job, run: string | undefined, { fit, setOut, approaches }: FitResult): FitView {
  const resolved = resolveRun(job, run);
  return { job, resolved, fit, setOut, approaches, cuts: [], sentence: fitSentence(job, resolved, fit) };
}
