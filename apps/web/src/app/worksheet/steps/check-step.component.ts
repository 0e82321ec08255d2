import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RelayError } from '@coin-relay/core';
import { findingsOf, type Finding, type MendProposal } from '@coin-relay/model';
import { changeSide, mend, setFit } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { JobContext } from '../../job/job-context.service';
import { MotionView } from '../../motion/motion-view.service';
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
          <button
            type="button"
            class="plain-button goes"
            [disabled]="finding.at === null && finding.wheel === null"
            [attr.aria-label]="'Go there: ' + finding.text"
            (click)="go(finding)"
          >
            {{ finding.weight === 'error' ? '▲' : '◆' }} {{ finding.text }}
          </button>
          @if (finding.mend; as mend) {
            <button type="button" class="plain-button" (click)="repair(mend)">{{ mend.words }}</button>
          }
        </li>
      }
      @for (text of moving(); track text) {
        <li>
          <button
            type="button"
            class="plain-button goes"
            [attr.aria-label]="'To the motion step: ' + text"
            (click)="toMotion()"
          >
            ◆ {{ text }}
          </button>
        </li>
      }
      @if (findings().length + moving().length === 0) {
        @if (!state().problem) {
          <li>Nothing to say against it: the row fits, and everything on it passes its bends.</li>
        }
      }
    </ul>
    @if (problem()) {
      <p class="warning-text" role="alert">{{ problem() }}</p>
    }
  `,
  styleUrls: ['./step.less'],
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
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly motion = inject(MotionView);
  protected readonly problem = signal('');
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly findings = computed(() => {
    const { view } = this.state();
    return view ? findingsOf(view.job, view.resolved, view.fit, view.approaches, view.setOut, view.cuts) : [];
  });

  /** What is to be said of how it moves; it is mended where it moves. */
  protected readonly moving = this.motion.sayings;

  protected toMotion(): void {
    this.context.openStep('motion');
  }

  /** Brings the place of a finding into sight. */
  protected go({ at, wheel }: Finding): void {
    if (at !== null) this.context.goTo(at);
    else if (wheel !== null) this.context.selectWheel(wheel);
  }

  /** Does what mends a finding; one step of undo. */
  protected repair(proposal: MendProposal): void {
    const { job } = this.store;
    const view = this.state().view;
    if (!job || !view) return;
    this.problem.set('');
    const { run, path } = view.resolved;
    try {
      switch (proposal.do) {
        case 'fit':
          this.store.change(setFit(run.id, proposal.change));
          return;
        case 'side':
          this.store.change(changeSide(proposal.wheel));
          return;
        case 'round': {
          const at = job.paths.find(({ id }) => id === path.id) ?? path;
          this.store.change(mend(job, at, { do: 'round', radius: proposal.radius, at: proposal.at }).command);
        }
      }
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.problem.set(error.message);
    }
  }
}
