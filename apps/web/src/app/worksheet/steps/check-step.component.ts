import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { findingsOf } from '@coin-relay/model';
import { FitService } from '../../fit/fit.service';

/** What the checks have to say. */
@Component({
  selector: 'relay-check-step',
  template: `
    @if (state().problem; as problem) {
      <p class="warning-text">▲ {{ problem.message }}</p>
      <p class="cost">The drawing shows the last state that could be fitted.</p>
    }
    <ul>
      @for (finding of findings(); track finding.text) {
        <li [class.warning-text]="finding.weight === 'error'">
          {{ finding.weight === 'error' ? '▲' : '◆' }} {{ finding.text }}
        </li>
      } @empty {
        @if (!state().problem) {
          <li>Nothing to say against it: the row closes, and everything on it passes its bends.</li>
        }
      }
    </ul>
  `,
  styleUrls: ['./step.less'],
  styles: `
    li {
      margin-bottom: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckStepComponent {
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly findings = computed(() => {
    const { view } = this.state();
    return view ? findingsOf(view.job, view.resolved, view.fit, view.approaches, view.setOut) : [];
  });
}
