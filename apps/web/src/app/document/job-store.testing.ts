import { demoJobs, type HistoryChange, type Job, type LoadedJob, type SavedJob } from '@coin-relay/model';
import { of, throwError, type Observable } from 'rxjs';
import type { Unsent } from './unsent-changes.service';

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
