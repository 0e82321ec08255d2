import {
  catchError,
  concatMap,
  EMPTY,
  finalize,
  from,
  map,
  Subject,
  throttle,
  type ObservableInput,
  type OperatorFunction,
} from 'rxjs';

/**
 * Keeps one piece of work going at a time and remembers only the newest one waiting, so that work
 * asked for while a pointer moves never piles up. Emits what was asked with its answer.
 */
export function latestOnly<In, Out>(
  work: (input: In) => ObservableInput<Out>,
): OperatorFunction<In, readonly [In, Out]> {
  return (asked) => {
    const free = new Subject<void>();
    return asked.pipe(
      throttle(() => free, { leading: true, trailing: true }),
      concatMap((input) =>
        from(work(input)).pipe(
          map((output) => [input, output] as const),
          catchError((error: unknown) => {
            console.error(error);
            return EMPTY;
          }),
          finalize(() => free.next()),
        ),
      ),
    );
  };
}
