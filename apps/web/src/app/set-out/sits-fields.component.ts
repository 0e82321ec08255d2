import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Material, Unit } from '@coin-relay/model';
import { TouchFieldsComponent, type TouchValue } from '../shared/touch-fields.component';

/** How a piece sits on its place, and what it is made of there. */
export interface SitsValue extends TouchValue {
  readonly material: string | null;
}

/** How the pieces of a step or a rule sit, what they are made of, and where it stands in its list. */
@Component({
  selector: 'relay-sits-fields',
  imports: [TouchFieldsComponent],
  template: `
    <relay-touch-fields [of]="of()" [value]="value()" [unit]="unit()" (changed)="changed.emit($event)" />
    <label class="line">
      <span class="what">made of</span>
      <select
        #made
        [attr.aria-label]="'Finish of ' + of()"
        (change)="changed.emit({ material: made.value || null })"
      >
        <option value="" [selected]="value().material === null">what it is always made of</option>
        @for (entry of materials(); track entry.id) {
          <option [value]="entry.id" [selected]="value().material === entry.id">{{ entry.name }}</option>
        }
      </select>
    </label>
    <button type="button" class="plain-button" [disabled]="first()" (click)="moved.emit(-1)">earlier</button>
    <button type="button" class="plain-button" [disabled]="last()" (click)="moved.emit(1)">later</button>
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SitsFieldsComponent {
  readonly of = input.required<string>();
  readonly value = input.required<SitsValue>();
  readonly unit = input.required<Unit>();
  readonly materials = input.required<readonly Material[]>();
  readonly first = input.required<boolean>();
  readonly last = input.required<boolean>();
  readonly changed = output<Partial<SitsValue>>();
  readonly moved = output<-1 | 1>();
}
