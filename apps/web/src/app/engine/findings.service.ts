import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { checkFitted, type Finding } from '@coin-relay/scene';
import { FitService } from './fit.service';
import { MachineView } from './machine-view.service';

/**
 * What the checks have to say about the open job as it was last fitted: worked out once after a
 * change, and read by whatever shows findings. One for one job view.
 */
@Injectable()
export class Findings {
  private readonly fits = toSignal(inject(FitService).state$, { requireSync: true });
  private readonly machine = toSignal(inject(MachineView).state$, { requireSync: true });

  /** Of all rows and of their machine, the heaviest first. */
  readonly all = computed((): readonly Finding[] => {
    const { view, others, problems } = this.fits();
    const { machine, problem } = this.machine();
    const job = view?.job ?? others[0]?.job;
    if (!job) return [];
    return checkFitted({
      job,
      rows: view ? [view, ...others] : others,
      machine,
      problems: [...problems, ...(problem === null ? [] : [{ run: null, message: problem }])],
    });
  });

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
