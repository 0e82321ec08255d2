import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import type { OptionField } from '@coin-relay/formats';
import type { Job, Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { SeenFrom } from '../session/seen-from.service';
import { CHOICE } from '../shared/choice.directive';
import { CountFieldComponent } from '../shared/count-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import type { Said } from './hand-off-choice.service';

/** One option that is said anew; undefined leaves it to the export. */
export interface OptionSaid {
  readonly key: string;
  readonly value: Said[string] | undefined;
}

/** The words of choices that say little by themselves. */
const WORDS: Readonly<Record<string, string>> = {
  flat: 'flat, as the drawing is',
  frames: 'in space, figures where each piece stands',
  faces: 'in space, faces of the solids',
  none: 'bodies as they are',
  pieces: 'those of each piece as one',
  all: 'all as one body',
  plan: 'in plan',
  front: 'in space, from the front',
  above: 'in space, from above',
  side: 'in space, from the side',
  corner: 'in space, from a corner',
  turned: 'in space, turned',
  shaded: 'in light and shadow',
  ink: 'in lines of ink',
};

/** The options of a way to hand off, made from what describes them. */
@Component({
  selector: 'relay-option-form',
  imports: [
    ...CHOICE,
    CountFieldComponent,
    FormsModule,
    LengthFieldComponent,
    NumberFieldComponent,
    NzButtonComponent,
    NzCheckboxModule,
  ],
  templateUrl: './option-form.component.html',
  styleUrls: ['../shared/step.less'],
  styles: `
    .long {
      flex-wrap: wrap;
      justify-content: flex-end;
    }
    .long > .what {
      flex-basis: 100%;
    }
    .toggles {
      display: grid;
      gap: 2px;
      margin-bottom: 8px;
    }
    .toggles label {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OptionFormComponent {
  private readonly seenFrom = toSignal(inject(SeenFrom).state$, { requireSync: true });
  readonly fields = input.required<readonly OptionField[]>();
  readonly said = input.required<Said>();
  readonly job = input.required<Job>();
  readonly unit = input.required<Unit>();
  readonly chosen = output<OptionSaid>();

  protected readonly toggles = computed(() => this.fields().filter(({ kind }) => kind === 'toggle'));
  protected readonly others = computed(() => this.fields().filter(({ kind }) => kind !== 'toggle'));
  /** Which frames: those of the loop, or from one to another; one alone where that can be. */
  protected readonly range = computed(
    () => this.said()['frames'] as { from: number; to: number } | undefined,
  );
  /** From where the view in space is seen, where that can be taken over: whole degrees. */
  protected readonly asSeen = computed(() => {
    const seen = this.seenFrom();
    if (!seen || !this.fields().some(({ key }) => key === 'turn')) return null;
    const turn = Math.round((seen.turn * 180) / Math.PI);
    return {
      turn: ((((turn + 180) % 360) + 360) % 360) - 180,
      tilt: Math.round((seen.tilt * 180) / Math.PI),
    };
  });
  /** Whether one frame is taken where no range is said. */
  protected readonly single = computed(() => this.fields().some(({ kind }) => kind === 'frame'));
  protected readonly over = computed(() => {
    const { range } = this;
    const found = range();
    if (!found) return 'usual';
    return found.from === 0 && found.to === this.job().motion.frames ? 'loop' : 'some';
  });

  protected valueOf({ key, usual }: OptionField): unknown {
    return this.said()[key] ?? usual;
  }

  protected numberOf(field: OptionField): number {
    return this.valueOf(field) as number;
  }

  protected textOf(field: OptionField): string {
    return this.valueOf(field) as string;
  }

  protected wordsOf(choice: string): string {
    return WORDS[choice] ?? choice;
  }

  protected isOn(field: OptionField): boolean {
    return this.valueOf(field) === true;
  }

  protected say(key: string, value: Said[string] | undefined): void {
    this.chosen.emit({ key, value });
  }

  /** The next coarser of 1, 2 or 5 times a power of ten, or the next finer one, within what it may be. */
  protected scale(field: OptionField, way: 1 | -1): void {
    const now = this.numberOf(field);
    const power = 10 ** Math.floor(Math.log10(now) + 1e-9);
    const steps = [0.1, 0.2, 0.5, 1, 2, 5, 10].map((lead) => Number((lead * power).toPrecision(1)));
    const next =
      way > 0 ? steps.find((step) => step > now * 1.001) : steps.findLast((step) => step < now * 0.999);
    if (next !== undefined && next >= field.least && next <= field.most) this.say(field.key, next);
  }

  protected takeView(from: { readonly turn: number; readonly tilt: number }): void {
    this.say('turn', from.turn);
    this.say('tilt', from.tilt);
  }

  protected runs(): string[] {
    return (this.said()['runs'] as string[] | undefined) ?? this.job().runs.map(({ id }) => id);
  }

  protected takeRun(id: string, taken: boolean): void {
    const all = this.job().runs.map((run) => run.id);
    const next = all.filter((each) => (each === id ? taken : this.runs().includes(each)));
    this.say('runs', next.length === all.length ? undefined : next);
  }

  protected takeOver(over: string): void {
    const { frames } = this.job().motion;
    if (over === 'usual') this.say('frames', undefined);
    else
      this.say(
        'frames',
        over === 'loop' ? { from: 0, to: frames } : { from: 0, to: Math.max(1, frames - 1) },
      );
  }

  protected takeEnd(end: 'from' | 'to', value: number): void {
    const { from, to } = this.range() ?? { from: 0, to: this.job().motion.frames };
    const next =
      end === 'from' ? { from: value, to: Math.max(value, to) } : { from: Math.min(from, value), to: value };
    this.say('frames', next);
  }
}
