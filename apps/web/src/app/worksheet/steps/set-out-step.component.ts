import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { JobContext } from '../../session/job-context.service';
import { HandPanelComponent } from '../../set-out/hand-panel.component';
import { HandedPanelComponent } from '../../set-out/handed-panel.component';
import { LayoutPanelComponent } from '../../set-out/layout-panel.component';
import { PlaceChoice } from '../../session/place-choice.service';
import { RulesPanelComponent } from '../../set-out/rules-panel.component';
import { SequencePanelComponent } from '../../set-out/sequence-panel.component';
import { SetOutWork } from '../../set-out/set-out-work.service';

/** Which piece goes where: what comes in turn, rules, single places, and what holds for the whole row. */
@Component({
  selector: 'relay-set-out-step',
  imports: [
    HandPanelComponent,
    HandedPanelComponent,
    LayoutPanelComponent,
    RulesPanelComponent,
    SequencePanelComponent,
  ],
  template: `
    <relay-sequence-panel />
    <details [open]="has().rules > 0">
      <summary>Rules for places{{ counted(has().rules) }}</summary>
      <relay-rules-panel />
    </details>
    <details [open]="has().byHand > 0 || choosing()">
      <summary>Single places by hand{{ counted(has().byHand) }}</summary>
      <relay-hand-panel />
    </details>
    <details [open]="has().handed > 0">
      <summary>Objects handed out{{ counted(has().handed) }}</summary>
      <relay-handed-panel />
    </details>
    <details>
      <summary>The whole row</summary>
      <relay-layout-panel />
    </details>
    <div class="line table">
      <button type="button" class="plain-button" [attr.aria-pressed]="table()" (click)="toggleTable()">
        {{ table() ? 'close the table of places' : 'the table of places' }}
      </button>
    </div>
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetOutStepComponent {
  private readonly context = inject(JobContext);
  private readonly view = toSignal(inject(SetOutWork).view$, { initialValue: null });
  private readonly places = toSignal(inject(PlaceChoice).places$, { requireSync: true });
  protected readonly table = toSignal(this.context.table$, { requireSync: true });
  protected readonly choosing = computed(() => this.places().size > 0);
  protected readonly has = computed(() => {
    const setOut = this.view()?.setOut;
    return {
      rules: setOut?.rules.length ?? 0,
      byHand: setOut?.byHand.length ?? 0,
      handed: setOut?.handed?.items.length ?? 0,
    };
  });

  protected counted(n: number): string {
    return n > 0 ? `: ${n}` : '';
  }

  protected toggleTable(): void {
    this.context.showTable(!this.table());
  }
}
