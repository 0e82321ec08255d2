import {
  createEnvironmentInjector,
  type EnvironmentInjector,
  Injector,
  runInInjectionContext,
} from '@angular/core';
import { demoJobs, type HistoryChange, type Job, type LoadedJob, type SavedJob } from '@coin-relay/model';
import { of, throwError, type Observable } from 'rxjs';
import { vi } from 'vitest';
import { JobApi } from '../api/job-api.service';
import { JobStore } from './job-store.service';
import type { SaveState } from './saving';
import { UnsentChanges, type Unsent } from './unsent-changes.service';

export const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;

/** A server of one job that can be made to fail or to wait. */
export class FakeApi {
  revision = 1;
  saves: { basedOn: number; job: Job; history: HistoryChange; key: string }[] = [];
  restored: string[] = [];
  made: { job: Job; id: string | undefined }[] = [];
  /** What putting it back answers, where that is refused. */
  refusal: Error | null = null;
  answer: ((save: Observable<SavedJob>) => Observable<SavedJob>) | null = null;
  left: Job | null = null;
  loaded: Job = lift;
  load(id: string): Observable<LoadedJob> {
    return of({
      id,
      revision: this.revision,
      updatedAt: 'then',
      job: this.loaded,
      history: { edits: [], done: 0 },
    });
  }
  save(_id: string, basedOn: number, job: Job, history: HistoryChange, key: string): Observable<SavedJob> {
    this.saves.push({ basedOn, job, history, key });
    this.revision = basedOn + 1;
    const saved = of({ revision: this.revision, updatedAt: 'now' });
    return this.answer ? this.answer(saved) : saved;
  }
  create(job: Job, id?: string): Observable<{ id: string }> {
    this.made.push({ job, id });
    return of({ id: id ?? 'copy' });
  }
  restore(id: string): Observable<unknown> {
    if (this.refusal) {
      const refusal = this.refusal;
      return throwError(() => refusal);
    }
    this.restored.push(id);
    return of(null);
  }
  saveOnLeaving(_id: string, { job }: { job: Job }): void {
    this.left = job;
  }
}

/** What a browser keeps. */
export class FakeUnsent {
  readonly kept = new Map<string, Unsent>();
  keep(id: string, unsent: Unsent): Promise<boolean> {
    this.kept.set(id, unsent);
    return Promise.resolve(true);
  }
  find(id: string): Promise<Unsent | null> {
    return Promise.resolve(this.kept.get(id) ?? null);
  }
  drop(id: string): Promise<void> {
    this.kept.delete(id);
    return Promise.resolve();
  }
}

/** A store that has opened the job, with all round it, and what was said of its saving since. */
export interface OpenedStore {
  readonly api: FakeApi;
  readonly unsent: FakeUnsent;
  readonly store: JobStore;
  readonly states: SaveState['kind'][];
  /** Where the page tells that it is left. */
  readonly leaving: EventTarget;
}

/** Opens a store in a time of its own. To be ended by `closeStore`. */
export async function openStore(): Promise<OpenedStore> {
  const leaving = new EventTarget();
  vi.useFakeTimers();
  vi.stubGlobal('addEventListener', leaving.addEventListener.bind(leaving));
  vi.stubGlobal('removeEventListener', leaving.removeEventListener.bind(leaving));
  const api = new FakeApi();
  const unsent = new FakeUnsent();
  const root = Injector.create({
    providers: [
      { provide: JobApi, useValue: api },
      { provide: UnsentChanges, useValue: unsent },
    ],
  }) as EnvironmentInjector;
  const injector = createEnvironmentInjector([JobStore], root);
  const store = runInInjectionContext(injector, () => injector.get(JobStore));
  await store.open('lift');
  const states: SaveState['kind'][] = [];
  store.saveState$.subscribe(({ kind }) => states.push(kind));
  return { api, unsent, store, states, leaving };
}

export function closeStore({ store }: OpenedStore): void {
  store.ngOnDestroy();
  vi.unstubAllGlobals();
  vi.useRealTimers();
}
