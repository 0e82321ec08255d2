import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { SnapRules, Vec } from '@coin-relay/core';
import type { JobPath } from '@coin-relay/model';
import { fading } from '../shared/fading';
import { BehaviorSubject, combineLatest, distinctUntilChanged, map, shareReplay, Subscription } from 'rxjs';
import { JobContext } from './job-context.service';
import { RunAtWork } from './run-at-work.service';
import { JobStore } from '../document/job-store.service';

/** What a press on the drawing does. */
export type PathMode =
  /** Takes hold of what is under it. */
  | 'arrange'
  /** Places the next point of a drawn path. */
  | 'place'
  /** Puts a new wheel into the route. */
  | 'wheel'
  /** Sets where the path begins. */
  | 'start'
  /** Picks places of a path for a stretch of it. */
  | 'stretch'
  /** Marks two points of the reference picture. */
  | 'measure';

/** What of a path is chosen. */
export interface PathChoice {
  /** The chosen path; null for the one the row is on. */
  readonly path: string | null;
  readonly points: ReadonlySet<number>;
}

const NOTHING: PathChoice = { path: null, points: new Set() };

/** How the work on paths stands: the chosen path and points, the mode, the snapping. Not part of the document. */
@Injectable()
export class PathWork implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly runs = inject(RunAtWork);
  private readonly choice = new BehaviorSubject<PathChoice>(NOTHING);
  private readonly modeState = new BehaviorSubject<PathMode>('arrange');
  private readonly pickState = new BehaviorSubject<readonly number[]>([]);
  private readonly measureState = new BehaviorSubject<readonly Vec[]>([]);
  private readonly rules = new BehaviorSubject<SnapRules>({
    points: true,
    tangents: true,
    angle: null,
    grid: null,
  });
  private readonly note = new BehaviorSubject('');
  private readonly subscription = new Subscription();

  readonly choice$ = this.choice.asObservable();
  readonly mode$ = this.modeState.asObservable();
  /** Places picked so far: arc lengths for a stretch. */
  readonly picks$ = this.pickState.asObservable();
  /** Up to two places marked on the reference picture. */
  readonly measured$ = this.measureState.asObservable();
  readonly rules$ = this.rules.asObservable();
  /** What the last piece of work came to, in words. */
  readonly note$ = fading(this.note).pipe(shareReplay(1));
  /** The path at work: the chosen one, or the one the row is on. */
  readonly path$ = combineLatest([this.store.job$, this.choice, this.runs.run$]).pipe(
    map(() => this.path),
    distinctUntilChanged(),
  );

  /** What to do first, where the path at work has hardly begun: nothing is wrong then. Empty once there is one. */
  readonly beginning$ = this.path$.pipe(map(beginningOf), distinctUntilChanged());

  constructor() {
    // What is gone from the document (by undo, say) is chosen no more.
    this.subscription.add(
      this.store.job$.subscribe((job) => {
        const { path, points } = this.choice.value;
        if (path !== null && !job.paths.some((p) => p.id === path)) this.choose(null);
        const at = this.path;
        const count = at && 'points' in at ? at.points.length : 0;
        if ([...points].some((i) => i >= count)) this.choosePoints([...points].filter((i) => i < count));
      }),
    );
    // A press on the drawing does nothing to a path once another step is worked on.
    this.subscription.add(
      inject(JobContext).step$.subscribe((step) => {
        if (step !== 'path') this.setMode('arrange');
      }),
    );
  }

  ngOnDestroy(): void {
    this.subscription.unsubscribe();
  }

  get path(): JobPath | null {
    const { job } = this.store;
    if (!job) return null;
    const id = this.choice.value.path ?? this.runs.run?.path;
    return job.paths.find((path) => path.id === id) ?? job.paths[0] ?? null;
  }

  get points(): ReadonlySet<number> {
    return this.choice.value.points;
  }

  get mode(): PathMode {
    return this.modeState.value;
  }

  get picks(): readonly number[] {
    return this.pickState.value;
  }

  get snapRules(): SnapRules {
    return this.rules.value;
  }

  choose(path: string | null): void {
    if (path === this.choice.value.path) return;
    this.choice.next({ path, points: new Set() });
    this.setMode('arrange');
    this.say('');
  }

  choosePoints(points: Iterable<number>): void {
    this.choice.next({ ...this.choice.value, points: new Set(points) });
  }

  setMode(mode: PathMode): void {
    if (mode === this.modeState.value) return;
    this.pickState.next([]);
    this.measureState.next([]);
    this.say('');
    this.modeState.next(mode);
  }

  pick(s: number): void {
    this.pickState.next([...this.pickState.value, s]);
  }

  /** Marks a place of the reference picture; a third one begins anew. */
  measureAt(at: Vec): void {
    const known = this.measureState.value;
    this.measureState.next(known.length < 2 ? [...known, at] : [at]);
  }

  get measuring(): readonly Vec[] {
    return this.measureState.value;
  }

  setRules(change: Partial<SnapRules>): void {
    this.rules.next({ ...this.rules.value, ...change });
  }

  say(words: string): void {
    if (words !== '' || this.note.value !== '') this.note.next(words);
  }
}

function beginningOf(path: JobPath | null): string {
  if (path?.kind !== 'drawn' || path.points.length > 1) return '';
  return path.points.length === 0
    ? 'Click on the drawing to place the first point of a path.'
    : 'Place the next points. A click on the first one closes the path; Enter leaves it open.';
}
