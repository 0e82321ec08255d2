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
import { catchError, map, type Observable } from 'rxjs';
import { rethrow } from './rethrow';

export { ApiError } from './rethrow';

/** The jobs on the server. */
@Injectable({ providedIn: 'root' })
export class JobApi {
  private readonly http = inject(HttpClient);

  list(): Observable<readonly JobSummary[]> {
    return this.http.get<JobList>('/api/jobs').pipe(
      map((answer) => answer.jobs),
      catchError(rethrow),
    );
  }

  load(id: string): Observable<LoadedJob> {
    return this.http.get<LoadedJob>(address(id)).pipe(catchError(rethrow));
  }

  create(job: Job): Observable<JobSummary> {
    return this.http.post<JobSummary>('/api/jobs', { job }).pipe(catchError(rethrow));
  }

  save(id: string, basedOn: number, job: Job, history: HistoryChange): Observable<SavedJob> {
    return this.http
      .put<SavedJob>(address(id), { job, history }, { headers: { 'If-Match': `"r${basedOn}"` } })
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
  saveOnLeaving(id: string, basedOn: number, job: Job, history: HistoryChange): void {
    const body = new Blob([JSON.stringify({ job, history })], { type: 'application/json' });
    if (body.size > MOST_ON_LEAVING) return;
    fetch(address(id), {
      method: 'PUT',
      keepalive: true,
      headers: { 'If-Match': `"r${basedOn}"` },
      body,
    }).catch(() => {
      // The page is gone; what could not be sent is kept in the browser.
    });
  }
}

/** Bytes that browsers send after a page is left (Fetch Standard, keepalive), with some room. */
const MOST_ON_LEAVING = 60_000;
const address = (id: string): string => `/api/jobs/${encodeURIComponent(id)}`;
