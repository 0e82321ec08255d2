import { inject, Injectable } from '@angular/core';
import {
  BehaviorSubject,
  catchError,
  map,
  of,
  startWith,
  Subject,
  switchMap,
  takeUntil,
  timer,
  merge,
} from 'rxjs';
import { CatalogueApi } from '../api/catalogue-api.service';
import type { Article } from '@coin-relay/model';

/** How the question to the supplier stands. */
export type SupplierState =
  | { readonly kind: 'asking'; readonly slow: boolean; readonly articles: readonly Article[] }
  | { readonly kind: 'answered'; readonly articles: readonly Article[] }
  | { readonly kind: 'failed'; readonly message: string; readonly articles: readonly Article[] }
  | { readonly kind: 'stopped'; readonly articles: readonly Article[] };

/** After this long an answer is called slow, ms. */
export const SLOW = 900;

/** Asks the supplier what things cost. What it said last stays while it is asked again, or is down. */
@Injectable()
export class Supplier {
  private readonly api = inject(CatalogueApi);
  private readonly asked = new BehaviorSubject('');
  private readonly stopped = new Subject<void>();
  private last: readonly Article[] = [];

  /** Emits at once, when an answer is slow, and when it has come or will not come. */
  readonly state$ = this.asked.pipe(switchMap((question) => this.ask(question)));

  /** Asks anew. */
  again(): void {
    this.asked.next(this.asked.value);
  }

  /** Waits no longer. */
  stop(): void {
    this.stopped.next();
  }

  private ask(question: string) {
    const articles = this.last;
    const answer = this.api.articles(question).pipe(
      map((found): SupplierState => {
        this.last = found;
        return { kind: 'answered', articles: found };
      }),
      catchError((error: unknown) =>
        of<SupplierState>({
          kind: 'failed',
          message: error instanceof Error ? error.message : String(error),
          articles,
        }),
      ),
    );
    const ended = new Subject<void>();
    const slow = timer(SLOW).pipe(
      map((): SupplierState => ({ kind: 'asking', slow: true, articles })),
      takeUntil(merge(ended, this.stopped)),
    );
    const stopped = this.stopped.pipe(
      map((): SupplierState => ({ kind: 'stopped', articles })),
      takeUntil(ended),
    );
    const heard = answer.pipe(
      takeUntil(this.stopped),
      map((state) => {
        ended.next();
        return state;
      }),
    );
    return merge(heard, slow, stopped).pipe(
      startWith<SupplierState>({ kind: 'asking', slow: false, articles }),
    );
  }
}
