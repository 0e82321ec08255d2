import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { Approach, Articulation, Candidate, Departure, FitOutcome } from '@coin-relay/core';
import {
  fitSentence,
  resolveRun,
  type FitSentence,
  type Job,
  type ResolvedRun,
  type ResolvedSetOut,
} from '@coin-relay/model';
import { cutsOfPoses, type NeighbourCut, type RowCrossing } from '@coin-relay/scene';
import {
  BehaviorSubject,
  catchError,
  combineLatest,
  debounceTime,
  type Observable,
  filter,
  interval,
  map,
  merge,
  of,
  skip,
  Subject,
  switchMap,
  takeUntil,
  tap,
  withLatestFrom,
} from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { askShown } from './ask-shown';
import { FitPool } from './fit-pool.service';
import { latestOnly } from './latest';
import type { FitResult } from './open-job';
import { MOST_TIME, OpenJobClient, type Rest } from './open-job-client';
import { cancellable } from './pool/cancellable';
import { WorkFailure, type FailureKind } from './pool/work-failure';
import { answerOf, refused, type Reply } from './reply';
import type { PathSketch } from './sketch';
import { SolidPool } from './solid-pool.service';

/** How a row of the open job stands. */
export interface FitView {
  /** The document the fit below was made from; not the newest while it cannot be fitted. */
  readonly job: Job;
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly approaches: readonly Approach[];
  readonly sharpest: Articulation | null;
  readonly departure: Departure | null;
  /** Neighbours that cut into each other; they are looked for once the document rests, and empty until then. */
  readonly cuts: readonly NeighbourCut[];
  /** Other rows that it cuts into; looked for with them. */
  readonly crossings: readonly RowCrossing[];
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
  /** Whether neighbours that cut into each other are still to be looked for, or are being. */
  readonly looking: boolean;
  /** What could not be looked for, and why, in words. */
  readonly unlooked: string;
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

/** A document rests when nothing has changed for so long, ms. */
const REST = 200;
/** A fit that takes longer than this is spoken of, and can be stopped, ms. */
const LONG = 1_000;
const WORDS: Readonly<Partial<Record<FailureKind, string>>> = {
  cancelled: 'The fit was stopped. Undo the last change, or change something to fit it again.',
  late: `The fit took over ${MOST_TIME / 1000} s and was stopped. Undo the last change, or put in fewer links.`,
};
const NO_CUTS: readonly NeighbourCut[] = [];
const NO_CROSSINGS: readonly RowCrossing[] = [];

/** Fits the open job's runs again after every change, in the worker. One for one job view. */
@Injectable()
export class FitService implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly runs = inject(RunAtWork);
  private readonly pool = inject(FitPool);
  private readonly solids = inject(SolidPool);
  private readonly rows = new OpenJobClient(this.pool);
  private readonly state = new BehaviorSubject<FitState>({
    view: null,
    others: [],
    problem: null,
    problems: [],
    sketches: [],
    of: null,
    was: null,
    busy: null,
    looking: false,
    unlooked: '',
  });
  private readonly fitted = new Subject<FitView>();
  /** Another fit is begun: what is looked for in the last one is of no use any more. */
  private readonly begun = new Subject<void>();
  private readonly stopping = new Subject<void>();
  private readonly ended = new Subject<void>();
  /** How the run stood when the document last rested. */
  private rested: FitView | null = null;
  private views: ReadonlyMap<string, FitView> = new Map();

  /** Emits at once, and after every fit. */
  readonly state$ = this.state.asObservable();

  constructor() {
    combineLatest([this.store.job$, this.runs.run$])
      .pipe(
        // Both speak of one change: the run of an older document is not worked on.
        filter(([job, run]) => run === undefined || job.runs.includes(run)),
        map(([job, run]): Ask => ({ job, run: run?.id ?? null })),
        latestOnly((ask) => {
          this.begun.next();
          return cancellable((owner) => this.work(ask, owner));
        }),
        takeUntil(this.ended),
      )
      .subscribe(([ask, answer]) => this.take(ask, answer));
    // What rests in the middle of a drag has not come to rest: it is looked at when the drag is over.
    const dropped = this.store.gesturing$.pipe(
      skip(1),
      filter((going) => !going),
      map(() => this.state.value.view),
      filter((view) => view !== null),
    );
    // Cutting outlines takes longer than fitting, so it waits until a drag is over.
    merge(this.fitted, dropped)
      .pipe(
        debounceTime(REST),
        withLatestFrom(this.store.gesturing$),
        filter(([, going]) => !going),
        map(([view]) => view),
        tap((view) => this.rest(view)),
        switchMap((view) =>
          cancellable((owner) => this.lookForCuts(view, owner)).pipe(
            takeUntil(this.begun),
            catchError((error: unknown) => {
              console.error(error);
              return of(true);
            }),
          ),
        ),
        filter((looked) => looked),
        takeUntil(this.ended),
      )
      .subscribe(() => this.state.next({ ...this.state.value, looking: false }));
  }

  /** Fits everything; whatever happens there is an answer. */
  private async work({ job, run }: Ask, left: AbortSignal): Promise<Answer> {
    const stop = new AbortController();
    const stopped = this.stopping.subscribe(() => stop.abort());
    // Once it takes long it is told how long, and can be stopped.
    const watch = interval(LONG).subscribe((n) => this.state.next({ ...this.state.value, busy: n + 1 }));
    try {
      const owner = AbortSignal.any([left, stop.signal]);
      const reply = await answerOf(this.rows.row(job, run ?? '', owner), WORDS);
      const problems = reply.ok || run === null ? [] : [{ run, message: reply.message }];
      const ids = job.runs.map(({ id }) => id).filter((id) => id !== run);
      const { rows, sketches } = await this.restOf(job, ids, reply.ok ? run : null, owner);
      const others: FitView[] = [];
      for (const [i, row] of rows.entries()) {
        if (row.ok) others.push(this.viewOf(job, ids[i], row.value));
        else problems.push({ run: ids[i], message: row.message });
      }
      return { reply, others, problems, sketches };
    } catch (error) {
      console.error(error);
      return { reply: refused(error), others: [], problems: [], sketches: [] };
    } finally {
      stopped.unsubscribe();
      watch.unsubscribe();
    }
  }

  /** All other rows at once; one by one where that fails, so that a heavy one fails alone. */
  private async restOf(
    job: Job,
    ids: readonly string[],
    shown: string | null,
    owner: AbortSignal,
  ): Promise<Rest> {
    try {
      return await this.rows.rest(job, ids, shown, owner);
    } catch (error) {
      if (!(error instanceof WorkFailure)) throw error;
      const rows: Reply<FitResult>[] = [];
      for (const id of ids) rows.push(await answerOf(this.rows.row(job, id, owner), WORDS));
      return { rows, sketches: [] };
    }
  }

  /** Stops the fit at work; the last good state stays. */
  stop(): void {
    this.stopping.next();
  }

  private take({ job, run }: Ask, { reply, others, problems, sketches }: Answer): void {
    if (!reply.ok) {
      const problem = { message: reply.message, wheels: reply.wheels };
      const last = this.state.value.view;
      // The last good state stays on the drawing, but only that of the run at work.
      const view = last && (last.resolved.run.id === run || run === null) ? last : null;
      this.state.next({
        view,
        others,
        problem,
        problems,
        sketches,
        of: job,
        was: null,
        busy: null,
        looking: false,
        unlooked: '',
      });
      return;
    }
    const view = this.viewOf(job, run ?? undefined, reply.value);
    this.views = new Map([view, ...others].map((each) => [each.resolved.run.id, each]));
    this.state.next({
      view,
      others,
      problem: null,
      problems,
      sketches,
      of: job,
      was: null,
      busy: null,
      looking: true,
      unlooked: '',
    });
    this.fitted.next(view);
  }

  private rest(view: FitView): void {
    const was = countBefore(this.rested, view);
    this.rested = view;
    if (was !== null && this.state.value.view === view) this.state.next({ ...this.state.value, was });
  }

  /** Tells of the cuts of every row; false where the document has changed meanwhile. */
  private async lookForCuts(view: FitView, owner: AbortSignal): Promise<boolean> {
    const { job } = view;
    for (const each of [view, ...this.state.value.others]) {
      const { id: run } = each.resolved.run;
      const reply = await this.cutsOf(each, job, owner);
      if (this.state.value.of !== job || owner.aborted) return false;
      if (reply.ok) this.tell('cuts', run, reply.value);
      else this.sayUnlooked('neighbours', reply.message);
    }
    const reply = await this.crossingsOf(job, owner);
    if (this.state.value.of !== job || owner.aborted) return false;
    const crossings = reply.ok ? reply.value : NO_CROSSINGS;
    if (!reply.ok) this.sayUnlooked('rows', reply.message);
    for (const { id } of job.runs)
      this.tell(
        'crossings',
        id,
        crossings.filter(({ run }) => run === id),
      );
    return true;
  }

  /** Neighbours of a row that cut into each other: by their outlines in a plane, by their solids in space. */
  private async cutsOf(
    { resolved, setOut }: FitView,
    job: Job,
    owner: AbortSignal,
  ): Promise<Reply<readonly NeighbourCut[]>> {
    const { id } = resolved.run;
    if (!setOut.stand) return answerOf(this.rows.cuts(job, id, owner), WORDS);
    const poses = await answerOf(this.rows.poses(job, id, owner), WORDS);
    if (!poses.ok) return poses;
    if (poses.value.poses.length === 0) return { ok: true, value: [] };
    const { spans, poses: each } = poses.value;
    const depths = await this.solids.depths({ pieces: setOut.pieces, spans, poses: each }, owner);
    return depths.ok ? { ok: true, value: cutsOfPoses(poses.value, depths.value) } : depths;
  }

  /** Which rows cut into each other. How deep they reach is looked for only where they lie over one another in the drawing. */
  private async crossingsOf(job: Job, owner: AbortSignal): Promise<Reply<readonly RowCrossing[]>> {
    const none = { ok: true, value: NO_CROSSINGS } as const;
    if (job.runs.length < 2) return none;
    const may = await answerOf(this.rows.crossings(job, null, owner), WORDS);
    if (!may.ok) return may;
    if (may.value !== 'may cross') return none;
    const { view, others } = this.state.value;
    const views = [...(view ? [view] : []), ...others];
    const reaches = await this.solids.reaches(
      views.map(({ fit, setOut, resolved }) => ({
        pieces: setOut.pieces,
        onWheels: fit.layout.wheels.length > 0 ? resolved.sequence[0] : null,
      })),
      owner,
    );
    if (!reaches.ok) return reaches;
    const byRun = new Map(views.map(({ resolved }, i) => [resolved.run.id, reaches.value[i]]));
    const found = await answerOf(this.rows.crossings(job, byRun, owner), WORDS);
    if (!found.ok) return found;
    return found.value === 'may cross' ? none : { ok: true, value: found.value };
  }

  private sayUnlooked(what: 'neighbours' | 'rows', why: string): void {
    const unlooked = `It was not looked for ${what} that cut into each other: ${why}`;
    this.state.next({ ...this.state.value, unlooked });
  }

  private tell<K extends 'cuts' | 'crossings'>(what: K, run: string, found: FitView[K]): void {
    const now = this.state.value;
    const looked = (view: FitView): FitView =>
      view.resolved.run.id === run && (found.length > 0 || view[what].length > 0)
        ? { ...view, [what]: found }
        : view;
    const view = now.view && looked(now.view);
    const others = now.others.map(looked);
    if (view === now.view && others.every((other, i) => other === now.others[i])) return;
    if (view && this.rested === now.view) this.rested = view;
    this.views = new Map([...(view ? [view] : []), ...others].map((each) => [each.resolved.run.id, each]));
    this.state.next({ ...now, view, others });
  }

  ngOnDestroy(): void {
    this.ended.next();
  }

  get now(): FitState {
    return this.state.value;
  }

  /**
   * What the counts around one would cost, the fitted one if none is named; nothing where another fit
   * is begun meanwhile. One alone is asked for as it is, whatever counts will do.
   */
  candidates(many = 5, around?: number): Observable<readonly Candidate[]> {
    const { view } = this.state.value;
    const { job } = this.store;
    if (!view || !job) return of([]);
    const run = view.resolved.run.id;
    // In a thread of its own: each count is fitted, and the next change does not wait for that.
    return askShown(this.pool, MOST_TIME, (tasks) =>
      tasks.candidates(job, run, around ?? view.fit.count, many),
    ).pipe(
      map((reply) => (reply.ok ? reply.value : [])),
      takeUntil(merge(this.begun, this.ended)),
    );
  }

  /** How a row stands; what is told of it stays what it was where neither it nor its unit changed. */
  private viewOf(job: Job, run: string | undefined, result: FitResult): FitView {
    const { fit } = result;
    const known = run === undefined ? undefined : this.views.get(run);
    if (known?.fit === fit && known.job.unit === job.unit)
      return known.job === job ? known : { ...known, job };
    const resolved = resolveRun(job, run);
    const sentence = fitSentence(job, resolved, fit);
    return { ...result, job, resolved, cuts: NO_CUTS, crossings: NO_CROSSINGS, sentence };
  }
}

/** The count a row had, where it is another now though nobody asked for another; else null. */
export function countBefore(before: FitView | null, now: FitView): number | null {
  if (!before || before.resolved.run.id !== now.resolved.run.id) return null;
  const asked = before.resolved.run.fit !== now.resolved.run.fit;
  return !asked && before.fit.count !== now.fit.count ? before.fit.count : null;
}
