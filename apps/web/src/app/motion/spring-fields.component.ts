import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RelayError, springFacts, USUAL_INDEX } from '@coin-relay/core';
import { formatLength, type SpringTie, type Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { CHOICE } from '../shared/choice.directive';
import { TroubleComponent } from '../shared/trouble.component';

const ENDS: readonly { readonly id: SpringTie['ends']; readonly words: string }[] = [
  { id: 'plain', words: 'plain' },
  { id: 'plain-ground', words: 'plain, ground' },
  { id: 'closed', words: 'closed' },
  { id: 'closed-ground', words: 'closed, ground' },
];

/** How a spring is made, and what follows from it. */
@Component({
  selector: 'relay-spring-fields',
  imports: [TroubleComponent, CHOICE, NzButtonComponent, LengthFieldComponent, NumberFieldComponent],
  template: `
    <div class="line">
      <span class="what">Wire</span>
      <relay-length-field
        label="Wire"
        [value]="spring().wire"
        [unit]="unit()"
        [least]="0.01"
        (changed)="change({ wire: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Mean diameter</span>
      <relay-length-field
        label="Mean diameter"
        [value]="spring().diameter"
        [unit]="unit()"
        [least]="0.02"
        (changed)="change({ diameter: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Active coils</span>
      <relay-number-field
        label="Active coils"
        [value]="spring().coils"
        [least]="1"
        [most]="500"
        (changed)="change({ coils: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Ends</span>
      <nz-select relayChoice="Ends of the spring" [value]="spring().ends" (chosen)="setEnds($event)">
        @for (entry of allEnds; track entry.id) {
          <nz-option [nzValue]="entry.id" [nzLabel]="entry.words" />
        }
      </nz-select>
    </div>
    <div class="line">
      <span class="what">Free length</span>
      <relay-length-field
        label="Free length"
        [value]="spring().free"
        [unit]="unit()"
        [least]="0.1"
        (changed)="change({ free: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Longest, if it has a limit</span>
      @if (spring().longest; as longest) {
        <relay-length-field
          label="Longest"
          [value]="longest"
          [unit]="unit()"
          [least]="0.1"
          (changed)="change({ longest: $event })"
        />
        <button nz-button nzType="link" type="button" (click)="change({ longest: null })">none</button>
      } @else {
        <button nz-button nzType="link" type="button" (click)="change({ longest: spring().free * 1.5 })">
          set one
        </button>
      }
    </div>
    <div class="line">
      <span class="what">Shear modulus</span>
      @if (spring().modulus; as modulus) {
        <relay-number-field
          label="Shear modulus"
          [value]="modulus"
          suffix="N/mm²"
          [least]="1"
          [most]="10000000"
          (changed)="change({ modulus: $event })"
        />
        <button nz-button nzType="link" type="button" (click)="change({ modulus: null })">none</button>
      } @else {
        <button nz-button nzType="link" type="button" (click)="change({ modulus: 79300 })">steel wire</button>
      }
    </div>
    @if (problem(); as words) {
      <relay-trouble>▲ {{ words }}</relay-trouble>
    } @else {
      <p class="cost">{{ facts() }}</p>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpringFieldsComponent {
  readonly spring = input.required<SpringTie>();
  readonly unit = input.required<Unit>();
  readonly changed = output<SpringTie>();
  protected readonly allEnds = ENDS;

  private readonly worked = computed(() => {
    try {
      return { facts: springFacts(this.spring()), problem: '' };
    } catch (error) {
      if (error instanceof RelayError) return { facts: null, problem: error.message };
      throw error;
    }
  });
  protected readonly problem = computed(() => this.worked().problem);
  protected readonly facts = computed(() => {
    const { facts } = this.worked();
    if (!facts) return '';
    const mm = (value: number): string => formatLength(value, this.unit());
    const rate = facts.rate === null ? '' : `; ${Number(facts.rate.toPrecision(4))} N/mm`;
    const [low, high] = USUAL_INDEX;
    const odd = facts.index < low || facts.index > high;
    const index = odd
      ? ` Its index ${Number(facts.index.toFixed(1))} is hard to wind: ${low} to ${high} are usual.`
      : '';
    return `${facts.total} coils in all, ${mm(facts.pitch)} apart when free; solid at ${mm(facts.solid)}${rate}.${index}`;
  });

  protected setEnds(id: string): void {
    const ends = ENDS.find((entry) => entry.id === id)?.id;
    if (ends) this.change({ ends });
  }

  protected change(part: Partial<SpringTie>): void {
    this.changed.emit({ ...this.spring(), ...part });
  }
}
