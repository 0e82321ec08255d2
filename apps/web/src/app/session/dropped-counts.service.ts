import { inject, Injectable } from '@angular/core';
import type { Job, Run } from '@coin-relay/model';
import { filter, mergeMap, pairwise, type Observable } from 'rxjs';
import { JobStore } from '../document/job-store.service';

/** A count that was set, and is derived again since the row has another pitch. */
export interface DroppedCount {
  readonly run: Run;
  readonly count: number;
}

/** Counts that were set and went with a change of the pieces: they are told, and can be had back. */
@Injectable()
export class DroppedCounts {
  readonly dropped$: Observable<DroppedCount> = inject(JobStore).job$.pipe(
    pairwise(),
    filter(([before, after]) => before.runs !== after.runs),
    mergeMap(([before, after]) => droppedBetween(before, after)),
  );
}

function droppedBetween(before: Job, after: Job): DroppedCount[] {
  return after.runs.flatMap((run) => {
    const old = before.runs.find(({ id }) => id === run.id);
    if (!old || old.fit.count === null || run.fit.count !== null) return [];
    const others = old.sequence.join() !== run.sequence.join() || old.fit.endToEnd !== run.fit.endToEnd;
    return others ? [{ run, count: old.fit.count }] : [];
  });
}
