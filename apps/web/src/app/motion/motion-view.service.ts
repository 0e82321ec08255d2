import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FitService } from '../fit/fit.service';
import { motionFacts, motionWarnings, pieceWords } from '@coin-relay/model';

/** How the run at work moves, as it was last fitted. One for one job view. */
@Injectable()
export class MotionView {
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  readonly view = computed(() => this.state().view);
  readonly facts = computed(() => {
    const view = this.view();
    return view ? motionFacts(view.job, view.resolved, view.fit, view.setOut) : null;
  });
  readonly warnings = computed(() => {
    const [view, facts] = [this.view(), this.facts()];
    return view && facts ? motionWarnings(view.resolved, facts) : [];
  });
  /** What several of its pieces are called. */
  readonly many = computed(() => {
    const view = this.view();
    return view ? pieceWords(view.resolved.sequence[0])[1] : 'pieces';
  });
}
