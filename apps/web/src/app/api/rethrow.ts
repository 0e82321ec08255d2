import { HttpErrorResponse } from '@angular/common/http';
import { type Observable, throwError } from 'rxjs';

/** An answer that was not the one hoped for, in words that can be shown. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Turns a failed request into words that can be shown. */
export function rethrow(error: unknown): Observable<never> {
  if (!(error instanceof HttpErrorResponse)) return throwError(() => error);
  const problem = error.error as { code?: string; detail?: string } | null;
  const detail =
    problem?.detail ??
    (error.status === 0
      ? 'The server does not answer. Is it still running?'
      : `The server answered ${error.status}.`);
  return throwError(() => new ApiError(error.status, problem?.code ?? 'unknown', detail));
}
