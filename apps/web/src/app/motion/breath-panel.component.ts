import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MOST_BREATH, periodsOf } from '@coin-relay/core';
import type { BreathOfRun } from '@coin-relay/model';
import { setBreath } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { CountFieldComponent } from '../shared/count-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { MotionView } from '../engine/motion-view.service';
import { CHOICE } from '../shared/choice.directive';

/** How the pieces of the row at work swell and shrink through the loop. */
@Component({
  selector: 'relay-breath-panel',
  imports: [CHOICE, CountFieldComponent, NumberFieldComponent],
  template: `
    <div class="line">
      <span class="what">What breathes</span>
      <nz-select relayChoice="What breathes" [value]="breath()?.what ?? ''" (chosen)="choose($event)">
        <nz-option nzValue="" nzLabel="nothing" />
        <nz-option nzValue="length" nzLabel="their lengths" />
        <nz-option nzValue="size" nzLabel="their size" />
      </nz-select>
    </div>
    @if (breath(); as b) {
      <div class="line">
        <span class="what">By as much, either way</span>
        <relay-number-field
          label="How much they breathe"
          [value]="100 * b.amount"
          suffix="%"
          [least]="0"
          [most]="most"
          (changed)="change({ amount: $event / 100 })"
        />
      </div>
      <div class="line">
        <span class="what">And back in</span>
        <nz-select relayChoice="Frames of a breath" [value]="b.period" (chosen)="change({ period: $event })">
          @for (entry of periods(); track entry) {
            <nz-option [nzValue]="entry" nzLabel="{{ entry }} frames" />
          }
        </nz-select>
      </div>
      <div class="line">
        <span class="what">Neighbours that do the same</span>
        <relay-number-field
          label="Neighbours that breathe alike"
          [value]="b.alike"
          [least]="1"
          [most]="1000"
          (changed)="change({ alike: $event })"
        />
      </div>
      <div class="line">
        <span class="what">Seed</span>
        <relay-count-field
          label="Seed"
          [value]="b.seed"
          [least]="0"
          [most]="4294967295"
          (changed)="change({ seed: $event })"
        />
      </div>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreathPanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly most = 100 * MOST_BREATH;
  protected readonly breath = computed(() => {
    const [machine, run] = [this.motion.machine(), this.motion.run()];
    return machine?.job.motion.breaths?.find((entry) => entry.run === run?.id) ?? null;
  });
  /** What divides the loop, so that its end meets its start. */
  protected readonly periods = computed(() => periodsOf(this.motion.machine()?.frames ?? 1));

  protected choose(what: string): void {
    const run = this.motion.run();
    if (!run) return;
    if (what !== 'length' && what !== 'size') {
      this.store.change(setBreath(run.id, null));
      return;
    }
    const usual = { amount: 0.15, seed: 1, period: this.periods()[0] ?? 1, alike: 4 };
    this.store.change(setBreath(run.id, { ...usual, ...this.breath(), what }));
  }

  protected change(part: Partial<BreathOfRun>): void {
    const breath = this.breath();
    if (!breath) return;
    const { run, ...known } = breath;
    this.store.change(setBreath(run, { ...known, ...part }));
  }
}
