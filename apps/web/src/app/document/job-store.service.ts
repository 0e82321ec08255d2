import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { History, Job } from '@coin-relay/model';
import { dequal } from 'dequal';
import {
  BehaviorSubject,
  distinctUntilChanged,
  filter,
  firstValueFrom,
  map,
  Subject,
  throttleTime,
  type Subscription,
  debounceTime,
} from 'rxjs';
import { ApiError, JobApi } from '../api/job-api.service';
import type { Command } from './commands';
import { UnsentChanges } from './unsent-changes.service';
import { edit, historyChange, redo, undo, type Edited, type Recipe } from './history';

export type SaveState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict'; readonly message: string };

/** A change that is still being made, for instance while a wheel is dragged. One step of undo in the end. */
export interface Gesture {
  /** Replaces what the gesture has done so far: the recipe starts from the document before it. */
  update(recipe: Recipe): void;
  commit(): void;
  cancel(): void;
}

interface Open extends Edited {
  readonly id: string;
}

const AUTOSAVE_MS = 400;
const RETRY_MS = 4_000;
/** Changes are kept in the browser as often as this while they are made, ms. */
const KEEP_MS = 100;

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
  private readonly subscriptions: Subscription[] = [];
  private revision = 0;
  private known: History = { edits: [], done: 0 };
  private savedJob: Job | null = null;
  private gestureBase: Open | null = null;
  private readonly gesturing = new BehaviorSubject(false);
  private sending: Job | null = null;
  private saving: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;

  /** The document, at once and after every change, also while a gesture is going on. */
  readonly job$ = this.state.pipe(
    filter((open) => open !== null),
    map((open) => open.job),
    distinctUntilChanged(),
  );
  /** Whether a gesture is going on. */
  readonly gesturing$ = this.gesturing.pipe(distinctUntilChanged());
  readonly saveState$ = this.saveState.asObservable();
  /** What undo and redo would take back or bring again; null where there is nothing. */
  readonly steps$ = this.state.pipe(
    map((open) => ({
      undo: open && open.history.done > 0 ? open.history.edits[open.history.done - 1].label : null,
      redo:
        open && open.history.done < open.history.edits.length
          ? open.history.edits[open.history.done].label
          : null,
    })),
  );

  constructor() {
    this.subscriptions.push(
      this.dirty.pipe(debounceTime(AUTOSAVE_MS)).subscribe(() => void this.save()),
      this.dirty
        .pipe(throttleTime(KEEP_MS, undefined, { leading: true, trailing: true }))
        .subscribe(() => void this.keep()),
    );
    addEventListener('pagehide', this.leave);
  }

  ngOnDestroy(): void {
    removeEventListener('pagehide', this.leave);
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
    const loaded = await firstValueFrom(this.api.load(id));
    this.revision = loaded.revision;
    this.known = loaded.history;
    this.savedJob = loaded.job;
    this.saveState.next({ kind: 'saved', at: loaded.updatedAt });
    const left = await this.unsent.find(id);
    if (!left || dequal(left.job, loaded.job)) {
      if (left) void this.unsent.drop(id);
      this.state.next({ id, job: loaded.job, history: loaded.history });
      return;
    }
    // What was not sent when the page was left is sent now. Where the job was saved elsewhere
    // meanwhile the server says so, and the user chooses, as with two windows.
    const arrived =
      left.sent !== null && loaded.revision === left.basedOn + 1 && dequal(left.sent, loaded.job);
    this.revision = arrived ? loaded.revision : left.basedOn;
    this.state.next({ id, job: left.job, history: sharedWith(left.history, loaded.history) });
    this.markDirty();
  }

  /** Changes the document: one step of undo. Says false where it changed nothing. */
  change({ label, recipe }: Command): boolean {
    const open = this.state.value;
    if (!open) return false;
    return this.take(open, edit(open, label, recipe));
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
        this.state.next({ ...base, ...edit(base, label, recipe) });
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
    if (!this.unsaved || this.gestureBase || this.saveState.value.kind === 'conflict') return;
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

  /** After a conflict: keeps the changes made here as a job of their own, whose id is returned. */
  async keepAsCopy(): Promise<string | null> {
    const open = this.state.value;
    if (!open) return null;
    const copy: Job = { ...open.job, name: `${open.job.name} (copy)`.slice(0, 80) };
    const made = await firstValueFrom(this.api.create(copy));
    this.savedJob = open.job;
    await this.unsent.drop(open.id);
    return made.id;
  }

  private get unsaved(): boolean {
    const open = this.state.value;
    return open !== null && (open.job !== this.savedJob || open.history !== this.known);
  }

  private take(open: Open, next: Edited): boolean {
    if (next === open) return false;
    this.state.next({ id: open.id, ...next });
    this.markDirty();
    return true;
  }

  private markDirty(): void {
    if (this.saveState.value.kind !== 'conflict') this.saveState.next({ kind: 'waiting' });
    this.dirty.next();
  }

  /** Keeps in the browser what the server does not have yet. */
  private async keep(): Promise<void> {
    const open = this.state.value;
    if (!open || !this.unsaved) return;
    await this.unsent.keep(open.id, {
      basedOn: this.revision,
      sent: this.sending,
      job: open.job,
      history: open.history,
    });
    // It may have been saved while it was kept.
    if (!this.unsaved) await this.unsent.drop(open.id);
  }

  private async send(): Promise<void> {
    const open = this.state.value;
    if (!open) return;
    this.saveState.next({ kind: 'saving' });
    this.sending = open.job;
    try {
      const saved = await firstValueFrom(
        this.api.save(open.id, this.revision, open.job, historyChange(this.known, open.history)),
      );
      this.revision = saved.revision;
      this.known = open.history;
      this.savedJob = open.job;
      if (!this.unsaved) void this.unsent.drop(open.id);
      this.saveState.next(this.unsaved ? { kind: 'waiting' } : { kind: 'saved', at: saved.updatedAt });
    } catch (error) {
      const message = error instanceof Error ? error.message : String(error);
      if (error instanceof ApiError && error.status === 412) {
        this.saveState.next({ kind: 'conflict', message });
        return;
      }
      this.saveState.next({ kind: 'failed', message });
      this.retry = setTimeout(() => void this.save(), RETRY_MS);
    } finally {
      this.sending = null;
    }
  }

  private readonly leave = (): void => {
    const open = this.state.value;
    if (!open || !this.unsaved || this.saveState.value.kind === 'conflict') return;
    // Whatever comes of sending it, it is kept for the next visit.
    void this.keep();
    if (!this.saving)
      this.api.saveOnLeaving(open.id, this.revision, open.job, historyChange(this.known, open.history));
  };
}

/** A history whose steps that are known already are the same objects, so that only new ones are sent. */
function sharedWith(history: History, known: History): History {
  return {
    ...history,
    edits: history.edits.map((edit, i) => (dequal(edit, known.edits[i]) ? known.edits[i] : edit)),
  };
}
