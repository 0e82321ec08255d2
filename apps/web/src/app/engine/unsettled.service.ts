import { inject, Injectable } from '@angular/core';
import { combineLatest, distinctUntilChanged, map } from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { Findings } from './findings.service';
import { FitService } from './fit.service';
import { MachineView } from './machine-view.service';

/** Whether what is shown of the open job is still being worked out. One for one job view. */
@Injectable()
export class Unsettled {
  readonly is$ = combineLatest([
    inject(JobStore).job$,
    inject(FitService).state$,
    inject(MachineView).state$,
    inject(Findings).isLooking$,
  ]).pipe(
    map(
      ([job, { of, looking }, { preparing }, isLooking]) =>
        of !== job || looking || preparing !== null || isLooking,
    ),
    distinctUntilChanged(),
  );
}
