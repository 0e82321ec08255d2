import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { History, Job, LoadedJob, SavedJob } from '@coin-relay/model';
import { dequal } from 'dequal';
import {
  BehaviorSubject,
  distinctUntilChanged,
  filter,
  firstValueFrom,
  map,
  Subject,
  type Subscription,
  debounceTime,
} from 'rxjs';
import { ApiError, JobApi } from '../api/job-api.service';
import type { Command } from './commands';
import { copyOf, inTime, LATE, sharedWith } from './left-unsent';
import { MAY_HAVE_ARRIVED, type Attempt, type SaveState } from './saving';
import { UnsentChanges, type Unsent } from './unsent-changes.service';
import {
  edit,
  historyChange,
  redo,
  RefusedChange,
  stepsOf,
  undo,
  type Edited,
  type Gesture,
  type Recipe,
} from './history';

interface Open extends Edited {
  readonly id: string;
}

const AUTOSAVE_MS = 400;
const RETRY_MS = 4_000;

/**
 * The open job and the only door to it: every change goes through `change` or a gesture, which
 * makes undo, saving and re-fitting follow by themselves. One store for one job view.
 */
@Injectable()
export class JobStore implements OnDestroy {
  private readonly api = inject(JobApi);
  private readonly unsent = inject(UnsentChanges);
  private readonly state = new BehaviorSubject<Open | null>(null);
  private readonly saveState = new BehaviorSubject<SaveState>({ kind: 'saved', at: '' });
  private readonly dirty = new Subject<void>();
  private readonly refusals = new Subject<string>();
  private readonly subscriptions: Subscription[] = [];
  private revision = 0;
  private known: History = { edits: [], done: 0 };
  private savedJob: Job | null = null;
  private gestureBase: Open | null = null;
  private readonly gesturing = new BehaviorSubject(false);
  /** The save whose answer is waited for, or was lost. */
  private attempt: Attempt | null = null;
  /** What was on its way to the server when the page was left the last time: it may have arrived. */
  private sentBefore: Job | null = null;
  private saving: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private keeping = false;

  /** The document, at once and after every change, also while a gesture is going on. */
  readonly job$ = this.state.pipe(
    filter((open) => open !== null),
    map((open) => open.job),
    distinctUntilChanged(),
  );
  /** Whether a gesture is going on. */
  readonly gesturing$ = this.gesturing.pipe(distinctUntilChanged());
  readonly saveState$ = this.saveState.asObservable();
  /** What was to be changed and cannot be, and why. */
  readonly refusals$ = this.refusals.asObservable();
  /** What undo and redo would take back or bring again; null where there is nothing. */
  readonly steps$ = this.state.pipe(map(stepsOf));

  constructor() {
    this.subscriptions.push(
      this.dirty.pipe(debounceTime(AUTOSAVE_MS)).subscribe(() => void this.save()),
      this.dirty.subscribe(() => void this.keep()),
    );
    addEventListener('pagehide', this.leave);
    addEventListener('beforeunload', this.warn);
  }

  ngOnDestroy(): void {
    removeEventListener('pagehide', this.leave);
    removeEventListener('beforeunload', this.warn);
    if (this.retry !== null) clearTimeout(this.retry);
    for (const subscription of this.subscriptions) subscription.unsubscribe();
    if (this.unsaved) void this.save();
  }

  get job(): Job | null {
    return this.state.value?.job ?? null;
  }

  get id(): string | null {
    return this.state.value?.id ?? null;
  }

  /** Opens a job with its history. Rejects with an ApiError where there is none. */
  async open(id: string): Promise<void> {
    this.attempt = null;
    this.sentBefore = null;
    const kept = this.unsent.find(id);
    const [left, loaded] = await Promise.all([inTime(kept), this.load(id)]);
    if (left === LATE) {
      if (loaded instanceof ApiError) throw loaded;
      void kept.then((late) => this.foundLate(id, late));
      this.showSaved(id, loaded);
      return;
    }
    if (loaded instanceof ApiError) {
      if (loaded.status !== 404 || !left) throw loaded;
      // It was taken off the rack with something of it unsent: that is not lost.
      this.state.next({ id, job: left.job, history: left.history });
      this.saveState.next({ kind: 'gone', message: loaded.message });
      return;
    }
    if (!left || dequal(left.job, loaded.job)) {
      if (left) void this.unsent.drop(id);
      this.showSaved(id, loaded);
      return;
    }
    this.at(loaded);
    // What was not sent when the page was left is sent now. Where the job was saved elsewhere
    // meanwhile the server says so, and the user chooses, as with two windows.
    this.sentBefore = left.sent;
    const arrived = loaded.revision === left.basedOn + 1 && this.isMine(loaded.job);
    this.revision = arrived ? loaded.revision : left.basedOn;
    this.state.next({ id, job: left.job, history: sharedWith(left.history, loaded.history) });
    this.saveState.next({ kind: 'waiting' });
    this.markDirty();
  }

  /** Changes the document: one step of undo. Says false where it changed nothing, also because it is refused. */
  change({ label, recipe }: Command): boolean {
    const open = this.state.value;
    if (!open) return false;
    const next = this.tried(open, label, recipe);
    return next !== null && this.take(open, next);
  }

  begin(label: string): Gesture {
    const base = this.state.value;
    this.gestureBase = base;
    this.gesturing.next(true);
    const end = (): void => {
      this.gestureBase = null;
      this.gesturing.next(false);
    };
    return {
      update: (recipe) => {
        if (!base || this.gestureBase !== base) return;
        const next = this.tried(base, label, recipe);
        if (next) this.state.next({ ...base, ...next });
      },
      commit: () => {
        if (this.gestureBase !== base) return;
        end();
        if (this.state.value !== base) this.markDirty();
      },
      cancel: () => {
        if (this.gestureBase !== base) return;
        end();
        this.state.next(base);
      },
    };
  }

  undo(): void {
    const open = this.state.value;
    if (open && !this.gestureBase) this.take(open, undo(open));
  }

  redo(): void {
    const open = this.state.value;
    if (open && !this.gestureBase) this.take(open, redo(open));
  }

  /** Saves now what is not saved yet. */
  async save(): Promise<void> {
    if (this.saving) {
      await this.saving;
      if (!this.unsaved) return;
    }
    if (!this.unsaved || this.gestureBase || this.stands) return;
    this.saving = this.send();
    await this.saving;
    this.saving = null;
  }

  /** After a conflict: takes what was saved elsewhere and drops the changes made here. */
  async takeTheirs(): Promise<void> {
    const id = this.state.value?.id;
    if (id === undefined) return;
    await this.unsent.drop(id);
    await this.open(id);
  }

  /** After a conflict, or where the job is gone: keeps it as a job of its own, whose id is returned. */
  async keepAsCopy(): Promise<string | null> {
    const open = this.state.value;
    if (!open) return null;
    const made = await firstValueFrom(this.api.create(copyOf(open.job, 'copy')));
    this.savedJob = open.job;
    this.known = open.history;
    await this.unsent.drop(open.id);
    return made.id;
  }

  /** Where the job was taken off the rack elsewhere: puts it back, and saves what was changed here. */
  async putBack(): Promise<void> {
    const open = this.state.value;
    if (!open) return;
    try {
      await firstValueFrom(this.api.restore(open.id));
    } catch (error) {
      if (!(error instanceof ApiError && error.status === 404)) throw error;
      // It is not even kept any more: it is made anew, under its own name.
      await firstValueFrom(this.api.create(open.job, open.id));
    }
    const loaded = await firstValueFrom(this.api.load(open.id));
    this.at(loaded);
    this.state.next({ ...open, history: sharedWith(open.history, loaded.history) });
    this.saveState.next({ kind: 'waiting' });
    this.markDirty();
  }

  /** Whether the user has to choose before anything is saved. */
  private get stands(): boolean {
    const { kind } = this.saveState.value;
    return kind === 'conflict' || kind === 'gone';
  }

  private get unsaved(): boolean {
    const open = this.state.value;
    return open !== null && this.isUnsaved(open);
  }

  private isUnsaved({ job, history }: Edited): boolean {
    return job !== this.savedJob || history !== this.known;
  }

  /** What a change makes of the document; null where it is refused, which is said. */
  private tried(open: Open, label: string, recipe: Recipe): Edited | null {
    const next = edit(open, label, recipe);
    if (!(next instanceof RefusedChange)) return next;
    this.refusals.next(next.words);
    return null;
  }

  private take(open: Open, next: Edited): boolean {
    if (next === open) return false;
    this.state.next({ id: open.id, ...next });
    this.markDirty();
    return true;
  }

  private markDirty(): void {
    if (!this.stands) this.saveState.next({ kind: 'waiting' });
    this.dirty.next();
  }

  /** Shows a job as the server has it. */
  private showSaved(id: string, loaded: LoadedJob): void {
    this.at(loaded);
    this.state.next({ id, job: loaded.job, history: loaded.history });
    this.saveState.next({ kind: 'saved', at: loaded.updatedAt });
  }

  /** What was left unsent came out of the browser's keep after the job was shown without it. */
  private async foundLate(id: string, left: Unsent | null): Promise<void> {
    if (!left || this.id !== id || dequal(left.job, this.savedJob)) return;
    try {
      if (!this.unsaved && !this.gestureBase) await this.open(id);
      // It was gone on from what was shown: neither is lost.
      else await firstValueFrom(this.api.create(copyOf(left.job, 'left unsent')));
    } catch {
      setTimeout(() => void this.foundLate(id, left), RETRY_MS);
    }
  }

  private async load(id: string): Promise<LoadedJob | ApiError> {
    try {
      return await firstValueFrom(this.api.load(id));
    } catch (error) {
      if (error instanceof ApiError) return error;
      throw error;
    }
  }

  /** Goes on from a state of the server. */
  private at({ revision, history, job }: LoadedJob): void {
    this.revision = revision;
    this.known = history;
    this.savedJob = job;
  }

  /** Keeps in the browser what the server does not have yet, as often as the browser takes it. */
  private async keep(): Promise<void> {
    if (this.keeping) return;
    this.keeping = true;
    for (let kept: Job | null = null; this.unsaved && this.state.value?.job !== kept;) {
      kept = this.state.value?.job ?? null;
      await this.keepNow();
    }
    this.keeping = false;
  }

  private async keepNow(): Promise<void> {
    // What is being dragged is not a change yet.
    const open = this.gestureBase ?? this.state.value;
    if (!open || !this.isUnsaved(open)) return;
    const { revision: basedOn } = this;
    const sent = this.attempt?.job ?? null;
    await this.unsent.keep(open.id, { basedOn, sent, job: open.job, history: open.history });
    // It may have been saved while it was kept.
    if (!this.unsaved) await this.unsent.drop(open.id);
  }

  private async send(): Promise<void> {
    const open = this.state.value;
    if (!open) return;
    this.saveState.next({ kind: 'saving' });
    const attempt = this.attempt ?? this.attemptOf(open);
    this.attempt = attempt;
    try {
      const saved = await firstValueFrom(
        this.api.save(open.id, attempt.basedOn, attempt.job, attempt.change, attempt.key),
      );
      this.saved(open.id, attempt, saved);
    } catch (error) {
      await this.failed(open.id, error);
    }
  }

  private attemptOf({ job, history }: Open): Attempt {
    const change = historyChange(this.known, history);
    return { key: crypto.randomUUID(), basedOn: this.revision, job, history, change };
  }

  private saved(id: string, { job, history }: Attempt, { revision, updatedAt }: SavedJob): void {
    this.attempt = null;
    this.sentBefore = null;
    this.at({ id, revision, updatedAt, job, history });
    if (this.unsaved) this.markDirty();
    else {
      void this.unsent.drop(id);
      this.saveState.next({ kind: 'saved', at: updatedAt });
    }
  }

  private async failed(id: string, error: unknown): Promise<void> {
    const message = error instanceof Error ? error.message : String(error);
    const status = error instanceof ApiError ? error.status : 0;
    // Only where it may have been saved nevertheless it has to be sent once more as it is.
    if (!MAY_HAVE_ARRIVED.includes(status)) this.attempt = null;
    if (status === 412 && !(await this.isOwnSave(id))) this.saveState.next({ kind: 'conflict', message });
    else if (status === 404) this.saveState.next({ kind: 'gone', message });
    else if (status !== 412) {
      this.saveState.next({ kind: 'failed', message });
      this.retry = setTimeout(() => void this.save(), RETRY_MS);
    }
  }

  /** Whether the state that is in the way is one that was sent from here; it is gone on from then. */
  private async isOwnSave(id: string): Promise<boolean> {
    const open = this.state.value;
    const loaded = await this.load(id);
    if (!open || loaded instanceof ApiError || !this.isMine(loaded.job)) return false;
    this.at(loaded);
    this.state.next({ ...open, history: sharedWith(open.history, loaded.history) });
    this.markDirty();
    return true;
  }

  /** Whether a document is what was on its way from here when the page was left. */
  private isMine(job: Job): boolean {
    return this.sentBefore !== null && dequal(this.sentBefore, job);
  }

  /** Asks the browser to ask whether the page may be left while something is not on the server. */
  private readonly warn = (event: BeforeUnloadEvent): void => {
    if (this.unsaved) event.preventDefault();
  };

  private readonly leave = (): void => {
    const open = this.gestureBase ?? this.state.value;
    if (!open || !this.isUnsaved(open) || this.stands) return;
    if (!this.attempt) {
      this.attempt = this.attemptOf(open);
      this.api.saveOnLeaving(open.id, this.attempt);
    }
    // Whatever comes of sending it, it is kept for the next visit.
    void this.keepNow();
  };
}
