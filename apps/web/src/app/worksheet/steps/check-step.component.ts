import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Finding } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { Findings } from '../../engine/findings.service';
import { Mending } from '../../session/mending.service';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { JobContext } from '../../session/job-context.service';
import { PathWork } from '../../session/path-work.service';
import { RunAtWork } from '../../session/run-at-work.service';
import { TroubleComponent } from '../../shared/trouble.component';

/** What the checks have to say. */
@Component({
  selector: 'relay-check-step',
  imports: [TroubleComponent, NzButtonComponent],
  template: `
    @if (state().problem && !begins()) {
      <p class="cost">The drawing shows the last state that could be fitted.</p>
    }
    <ul>
      @for (finding of begins() ? [] : findings(); track $index) {
        <li [class.warning-text]="finding.weight === 'error'">
          <button
            nz-button
            nzType="link"
            type="button"
            class="goes"
            [attr.aria-label]="
              (finding.step === 'motion' ? 'To the motion step: ' : 'Go there: ') + finding.text
            "
            [disabled]="!leads(finding)"
            (click)="go(finding)"
          >
            {{ finding.weight === 'error' ? '▲' : '◆' }} {{ rowOf(finding) }}{{ finding.text }}
          </button>
          @if (finding.step !== 'motion' && finding.mend; as mend) {
            <button nz-button nzType="link" type="button" (click)="repair(finding)">{{ mend.words }}</button>
          }
        </li>
      } @empty {
        <li>
          {{ begins() || 'Nothing to say against it: the row fits, and everything on it passes its bends.' }}
        </li>
      }
    </ul>
    @if (state().unlooked) {
      <relay-trouble>{{ state().unlooked }}</relay-trouble>
    }
    @if (problem()) {
      <relay-trouble>{{ problem() }}</relay-trouble>
    }
  `,
  styleUrls: ['../../shared/step.less'],
  styles: `
    li {
      margin-bottom: 8px;
    }
    .goes {
      display: block;
      padding: 2px 0;
      color: inherit;
      text-align: left;
      white-space: normal;
    }
    .goes:disabled {
      color: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CheckStepComponent {
  private readonly context = inject(JobContext);
  private readonly runs = inject(RunAtWork);
  private readonly mending = inject(Mending);
  protected readonly problem = signal('');
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly findings = inject(Findings).all;
  protected readonly begins = toSignal(inject(PathWork).beginning$, { initialValue: '' });
  private readonly job = toSignal(inject(JobStore).job$);
  private readonly run = toSignal(this.runs.run$);

  /** Names the row, where it is not the one at work. */
  protected rowOf({ run }: Finding): string {
    if (run === null || run === this.run()?.id) return '';
    const name = this.job()?.runs.find(({ id }) => id === run)?.name;
    return name === undefined ? '' : `“${name}”: `;
  }

  /** Is there a place that a finding leads to? */
  protected leads({ at, wheel, step, run }: Finding): boolean {
    return at !== null || wheel !== null || step === 'motion' || (run !== null && run !== this.run()?.id);
  }

  /** Brings the place of a finding into sight; what moves wrongly is mended where it moves. */
  protected go({ at, wheel, step, run }: Finding): void {
    if (run !== null) this.runs.choose(run);
    if (step === 'motion') this.context.openStep('motion');
    else if (at !== null) this.context.goTo(at);
    else if (wheel !== null) this.context.selectWheel(wheel);
  }

  /** Does what mends a finding; one step of undo. */
  protected async repair({ mend, run }: Finding): Promise<void> {
    if (mend) this.problem.set(await this.mending.repair(mend, run));
  }
}
