import { concat, map, of, switchMap, timer, type Observable } from 'rxjs';

/** How long a note stays, ms. */
export const SHOWN_FOR = 9_000;

/** Words that go by themselves once they have stood for a while. */
export const fading = (words$: Observable<string>): Observable<string> =>
  words$.pipe(
    switchMap((words) => (words === '' ? of('') : concat(of(words), timer(SHOWN_FOR).pipe(map(() => ''))))),
  );
