import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { DrivenLength, Measure, Unit } from '@coin-relay/model';
import { LengthFieldComponent } from './length-field.component';
import { NumberFieldComponent } from './number-field.component';
import { CHOICE } from './choice.directive';

/** Which measure drives a length, and how: so many times it, plus so much. */
@Component({
  selector: 'relay-driven-fields',
  imports: [CHOICE, LengthFieldComponent, NumberFieldComponent],
  template: `
    <div class="line">
      <span class="what">Its length is driven by</span>
      <nz-select
        relayChoice="Measure that drives the length"
        [value]="driven()?.measure ?? ''"
        (chosen)="choose($event)"
      >
        <nz-option nzValue="" nzLabel="nothing" />
        @for (entry of measures(); track entry.id) {
          <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
        }
      </nz-select>
    </div>
    @if (driven(); as d) {
      <div class="line">
        <span class="what">So many times, plus</span>
        <relay-number-field
          label="Times the measure"
          [value]="d.times"
          [least]="-1000"
          [most]="1000"
          (changed)="changed.emit({ measure: d.measure, times: $event, plus: d.plus })"
        />
        <relay-length-field
          label="Plus"
          [value]="d.plus"
          [unit]="unit()"
          (changed)="changed.emit({ measure: d.measure, times: d.times, plus: $event })"
        />
      </div>
    }
  `,
  styleUrl: './step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrivenFieldsComponent {
  readonly driven = input.required<DrivenLength | null>();
  readonly measures = input.required<readonly Measure[]>();
  readonly unit = input.required<Unit>();
  readonly changed = output<DrivenLength | null>();

  protected choose(measure: string): void {
    this.changed.emit(measure === '' ? null : { times: 1, plus: 0, ...this.driven(), measure });
  }
}
