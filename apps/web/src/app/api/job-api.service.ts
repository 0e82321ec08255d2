import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  HistoryChange,
  Job,
  JobList,
  JobSummary,
  KeptPicture,
  LoadedJob,
  SavedJob,
} from '@coin-relay/model';
import { catchError, type Observable } from 'rxjs';
import { rethrow } from './rethrow';

export { ApiError } from './rethrow';

/** The jobs on the server. */
@Injectable({ providedIn: 'root' })
export class JobApi {
  private readonly http = inject(HttpClient);

  /** A part of the rack's list. @param after what an earlier part said is next */
  list(after: string | null = null): Observable<JobList> {
    const params = after === null ? undefined : { after };
    return this.http.get<JobList>('/api/jobs', { params }).pipe(catchError(rethrow));
  }

  load(id: string): Observable<LoadedJob> {
    return this.http.get<LoadedJob>(address(id)).pipe(catchError(rethrow));
  }

  /** @param id under which it is made, where it is to have one of its own */
  create(job: Job, id?: string): Observable<JobSummary> {
    return this.http.post<JobSummary>('/api/jobs', { job, id }).pipe(catchError(rethrow));
  }

  /** @param key names the save: one that is sent again with it is the same save */
  save(id: string, basedOn: number, job: Job, history: HistoryChange, key: string): Observable<SavedJob> {
    return this.http
      .put<SavedJob>(address(id), { job, history }, { headers: saveHeaders(basedOn, key) })
      .pipe(catchError(rethrow));
  }

  remove(id: string): Observable<unknown> {
    return this.http.delete(address(id)).pipe(catchError(rethrow));
  }

  restore(id: string): Observable<unknown> {
    return this.http.post(`${address(id)}/restore`, null).pipe(catchError(rethrow));
  }

  /** Keeps a reference picture; the answer names it. */
  keepPicture(file: File): Observable<KeptPicture> {
    return this.http
      .post<KeptPicture>('/api/pictures', file, { headers: { 'Content-Type': file.type } })
      .pipe(catchError(rethrow));
  }

  /**
   * Saves while the page is being left: the browser finishes it by itself. It takes no more than
   * some 64 kB so; what is larger is not sent.
   */
  saveOnLeaving(
    id: string,
    save: {
      readonly basedOn: number;
      readonly job: Job;
      readonly change: HistoryChange;
      readonly key: string;
    },
  ): void {
    const { job, change: history } = save;
    const body = new Blob([JSON.stringify({ job, history })], { type: 'application/json' });
    if (body.size > MOST_ON_LEAVING) return;
    fetch(address(id), {
      method: 'PUT',
      keepalive: true,
      headers: saveHeaders(save.basedOn, save.key),
      body,
    }).catch(() => {
      // The page is gone; what could not be sent is kept in the browser.
    });
  }
}

const saveHeaders = (basedOn: number, key: string): Record<string, string> => ({
  'If-Match': `"r${basedOn}"`,
  'Idempotency-Key': `"${key}"`,
});
/** Bytes that browsers send after a page is left (Fetch Standard, keepalive), with some room. */
const MOST_ON_LEAVING = 60_000;
const address = (id: string): string => `/api/jobs/${encodeURIComponent(id)}`;
