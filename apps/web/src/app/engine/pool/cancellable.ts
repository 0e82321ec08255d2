import { Observable } from 'rxjs';

/** Work that is begun when someone listens, and cancelled when nobody does any more. */
export function cancellable<T>(work: (owner: AbortSignal) => Promise<T>): Observable<T> {
  return new Observable((listener) => {
    const owner = new AbortController();
    work(owner.signal).then(
      (value) => {
        listener.next(value);
        listener.complete();
      },
      (error: unknown) => listener.error(error),
    );
    return () => owner.abort();
  });
}
