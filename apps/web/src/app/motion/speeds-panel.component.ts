import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RelayError, speedFor } from '@coin-relay/core';
import { closingOf, formatLength, motionFacts } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { setTravel } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { NumberFieldComponent } from '../shared/number-field.component';
import { MotionView } from '../engine/motion-view.service';
import { answerSpeed, speedRows, travelChoices, type SpeedAnswer, type SpeedRow } from './speed-rows';
import { TroubleComponent } from '../shared/trouble.component';

/** How fast the row runs: one speed is typed, the others follow, and all of them meet the loop's end. */
@Component({
  selector: 'relay-speeds-panel',
  imports: [TroubleComponent, NzButtonComponent, NumberFieldComponent],
  template: `
    <fieldset>
      <legend>
        {{
          drivenBy()
            ? 'How fast it runs; type any one, and “' + drivenBy() + '” drives it so'
            : 'How fast it runs; type any one'
        }}
      </legend>
      @for (row of rows(); track row.key) {
        <div class="line">
          <span class="what">{{ row.words }}</span>
          <relay-number-field
            [label]="'Speed: ' + row.words"
            [value]="row.value"
            [suffix]="row.unit"
            [least]="-1e12"
            [most]="1e12"
            [digits]="3"
            (changed)="ask(row, $event)"
          />
        </div>
        @if (asked() === row.key) {
          @if (problem(); as words) {
            <relay-trouble>{{ words }}</relay-trouble>
          }
          @if (answer(); as a) {
            <p class="cost" role="status">
              {{ a.words }}
              @if (a.other; as other) {
                <button nz-button nzType="link" type="button" (click)="take(other.travel)">
                  take {{ other.words }}
                </button>
              }
            </p>
          }
        }
      }
    </fieldset>
    @if (choices().length > 0 || !drivenBy()) {
      <fieldset>
        <legend>{{ legend() }}</legend>
        <div class="choices">
          @for (choice of choices(); track choice.travel) {
            <button
              nz-button
              nzType="link"
              type="button"
              [class.now]="choice.travel === travel()"
              [attr.aria-pressed]="choice.travel === travel()"
              (click)="take(choice.travel)"
            >
              <b>{{ choice.text }}</b><span class="sr-only"> in the loop, </span
              ><span>{{ choice.words }}</span>
            </button>
          }
        </div>
      </fieldset>
    }
    <button nz-button nzType="link" type="button" (click)="take(-travel())">Run it the other way</button>
    <button nz-button nzType="link" type="button" (click)="take(0)">Let it stand</button>
  `,
  styleUrls: ['../shared/step.less', './speeds-panel.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpeedsPanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly answer = signal<SpeedAnswer | null>(null);
  protected readonly problem = signal('');
  /** The speed typed last, by its row: what comes of it is said under it. */
  protected readonly asked = signal('');
  protected readonly travel = computed(() => this.motion.facts()?.travel ?? 0);
  /** Travels that meet the loop’s end are whole numbers of it: of a driven row, where all that its master drives do. */
  private readonly step = computed(() => {
    const [facts, machine] = [this.motion.facts(), this.motion.machine()];
    if (!facts) return 1;
    const { driven } = facts;
    if (!driven || !machine) return facts.repeat;
    const closing = closingOf(machine, driven.master) ?? motionFacts(machine, driven.master)?.repeat ?? 1;
    return Math.abs(closing * driven.ratio);
  });
  protected readonly drivenBy = computed(() => {
    const [facts, machine] = [this.motion.facts(), this.motion.machine()];
    const master = facts?.driven?.master;
    return machine?.job.runs.find(({ id }) => id === master)?.name ?? '';
  });
  protected readonly legend = computed(() => {
    const repeat = this.motion.facts()?.repeat ?? 1;
    const many = this.motion.many();
    return repeat === 1
      ? `${capital(many)} travelled in the loop`
      : `${capital(many)} travelled in the loop; it looks the same after ${Number(repeat.toFixed(2))}`;
  });
  protected readonly rows = computed(() => {
    const facts = this.motion.facts();
    return facts ? speedRows(facts, this.motion.many()) : [];
  });
  protected readonly choices = computed(() => {
    const [facts, view] = [this.motion.facts(), this.motion.view()];
    const step = this.step();
    if (!facts || !view || !Number.isInteger(step)) return [];
    return travelChoices(facts.travel, step).map((travel) => ({
      travel,
      text: String(travel).replace('-', '−'),
      words: `${formatLength(speedFor('mm-a-second', Math.abs(travel), view.job.motion, facts.measure), view.job.unit)}/s`,
    }));
  });

  protected ask(row: SpeedRow, value: number): void {
    const [facts, view] = [this.motion.facts(), this.motion.view()];
    if (!facts || !view) return;
    this.problem.set('');
    this.answer.set(null);
    try {
      const answer = answerSpeed(view.job, { ...facts, repeat: this.step() }, row, value, this.motion.many());
      this.take(answer.travel);
      this.answer.set(answer);
      this.asked.set(row.key);
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.asked.set(row.key);
      this.problem.set(error.message);
    }
  }

  protected take(travel: number): void {
    this.answer.set(null);
    this.problem.set('');
    const [run, driven] = [this.motion.view()?.resolved.run, this.motion.facts()?.driven];
    // What another row drives goes faster when that one does.
    if (driven) this.store.change(setTravel(driven.master, Math.round(travel / driven.ratio) || 0));
    else if (run) this.store.change(setTravel(run.id, travel || 0, this.motion.facts()?.measure.lap ?? null));
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
