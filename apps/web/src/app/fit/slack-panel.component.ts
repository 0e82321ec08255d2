import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { sagOf } from '@coin-relay/core';
import { formatLength, spansOfRoute } from '@coin-relay/model';
import { setFit } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { FitService } from '../engine/fit.service';
import { TermComponent } from '../help/term.component';
import { CHOICE } from '../shared/choice.directive';

/** Which span hangs where slack gives way, and how it does. */
@Component({
  selector: 'relay-slack-panel',
  imports: [CHOICE, TermComponent],
  template: `
    <div class="line">
      <span class="what"><relay-term of="Slack">The span that hangs</relay-term></span>
      <nz-select
        relayChoice="The span that hangs"
        [value]="now() ?? spans().at(0)?.id ?? ''"
        (chosen)="choose($event)"
      >
        @for (entry of spans(); track entry.id) {
          <nz-option [nzValue]="entry.id" [nzLabel]="entry.words" />
        }
      </nz-select>
    </div>
    <p class="cost">{{ words() }}</p>
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SlackPanelComponent {
  private readonly store = inject(JobStore);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly now = computed(() => this.run()?.fit.span ?? null);
  protected readonly spans = computed(() => {
    const [job, run] = [this.job(), this.run()];
    if (!job || !run) return [];
    return spansOfRoute(job, run).map(({ from, to }) => ({
      id: from.id,
      words: `${from.name} to ${to.name}`,
    }));
  });
  protected readonly words = computed(() => {
    const view = this.state().view;
    if (!view || view.fit.spare === null) return '';
    const { unit } = view.job;
    if (view.fit.spare === 0) return 'It stays taut: the count fits as it is.';
    return `It is ${formatLength(view.fit.spare, unit)} longer than taut and hangs ${formatLength(sagOf(view.fit), unit)} deep. Slack typed for it in the path step is not added.`;
  });

  protected choose(span: string): void {
    const run = this.run();
    if (run) this.store.change(setFit(run.id, { span }));
  }
}
