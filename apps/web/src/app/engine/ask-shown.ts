import type { Observable } from 'rxjs';
import type { FitCalls, FitPool } from './fit-pool.service';
import { cancellable } from './pool/cancellable';
import type { FailureKind } from './pool/work-failure';
import { answerOf, type Reply } from './reply';

/**
 * Asks the threads for something that is shown: begun when someone listens, cancelled when nobody
 * does any more. Where there is no answer, why is the answer.
 * @param limit longest it may take, ms
 * @param words what is said of some failures instead
 */
export function askShown<R>(
  pool: Pick<FitPool, 'run'>,
  limit: number,
  work: (tasks: FitCalls) => Promise<Reply<R>>,
  words: Partial<Record<FailureKind, string>> = {},
): Observable<Reply<R>> {
  return cancellable((owner) =>
    answerOf(pool.run({ priority: 'shown', limit, owner, work: ({ tasks }) => work(tasks) }), words),
  );
}
