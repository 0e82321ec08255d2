import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { motionFacts, pieceWords } from '@coin-relay/model';
import { FitService } from './fit.service';
import { MachineView } from './machine-view.service';

/** How the run at work moves, as it was last fitted, and the machine that it is part of. One for one job view. */
@Injectable()
export class MotionView {
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  private readonly machineState = toSignal(inject(MachineView).state$, { requireSync: true });
  readonly view = computed(() => this.state().view);
  readonly machine = computed(() => this.machineState().machine);
  /** Why the machine cannot run as it is. */
  readonly problem = computed(() => this.machineState().problem);
  readonly preparing = computed(() => this.machineState().preparing);
  readonly run = computed(() => this.view()?.resolved.run ?? null);
  readonly facts = computed(() => {
    const [machine, run] = [this.machine(), this.run()];
    return machine && run ? motionFacts(machine, run.id) : null;
  });
  /** What several of its pieces are called. */
  readonly many = computed(() => {
    const view = this.view();
    return view ? pieceWords(view.resolved.sequence[0])[1] : 'pieces';
  });
}
