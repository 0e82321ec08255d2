import { computed, DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import type { Finding } from '@coin-relay/scene';
import { BehaviorSubject, catchError, combineLatest, EMPTY, from, map, switchMap, timer } from 'rxjs';
import type * as Checks from './checks';
import { FitService, type FitState } from './fit.service';
import { MachineView, type MachineState } from './machine-view.service';

/** What was found, and what it was found of. */
interface Looked {
  readonly of: readonly [FitState, MachineState] | null;
  readonly all: readonly Finding[];
}

/**
 * What the checks have to say about the open job as it was last fitted: worked out once after a
 * change, in a task of its own, and read by whatever shows findings. One for one job view.
 */
@Injectable()
export class Findings {
  private readonly fits$ = inject(FitService).state$;
  private readonly machine$ = inject(MachineView).state$;
  private readonly looked = new BehaviorSubject<Looked>({ of: null, all: [] });
  private readonly fits = toSignal(this.fits$, { requireSync: true });
  private readonly now = toSignal(this.looked, { requireSync: true });

  /** Of all rows and of their machine, the heaviest first. */
  readonly all = computed(() => this.now().all);
  /** Whether it is not yet known what there is to say of what is shown. */
  readonly isLooking$ = combineLatest([this.fits$, this.machine$, this.looked]).pipe(
    map(([fits, machine, { of }]) => of?.[0] !== fits || of[1] !== machine),
  );

  constructor() {
    combineLatest([this.fits$, this.machine$])
      .pipe(
        switchMap((of) =>
          timer(0).pipe(
            // What cannot be fetched now is asked for again after the next change.
            switchMap(() => from(import('./checks')).pipe(catchError(() => EMPTY))),
            map(({ checkFitted }): Looked => ({ of, all: findingsOf(checkFitted, ...of) })),
          ),
        ),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe((looked) => this.looked.next(looked));
  }

  private readonly atWork = computed(() => this.fits().view?.resolved.run.id ?? null);
  /** Of the row at work, as it lies: shown where it is drawn. */
  readonly ofRow = computed(() =>
    this.all().filter(({ step, run }) => step !== 'motion' && run === this.atWork()),
  );
  /** Of how the row at work moves. */
  readonly ofMotion = computed(() =>
    this.all().filter(({ step, run }) => step === 'motion' && run === this.atWork()),
  );
  /** Of the machine that the rows make. */
  readonly ofMachine = computed(() =>
    this.all().filter(({ step, run }) => step === 'motion' && run === null),
  );
}

function findingsOf(
  checkFitted: (typeof Checks)['checkFitted'],
  { view, others, problems }: FitState,
  { machine, problem }: MachineState,
): readonly Finding[] {
  const job = view?.job ?? others[0]?.job;
  if (!job) return [];
  return checkFitted({
    job,
    rows: view ? [view, ...others] : others,
    machine,
    problems: [...problems, ...(problem === null ? [] : [{ run: null, message: problem }])],
  });
}
