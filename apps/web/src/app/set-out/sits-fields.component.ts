import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Material, Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { TouchFieldsComponent, type TouchValue } from '../shared/touch-fields.component';
import { CHOICE } from '../shared/choice.directive';

/** How a piece sits on its place, and what it is made of there. */
export interface SitsValue extends TouchValue {
  readonly material: string | null;
}

/** How the pieces of a step or a rule sit, what they are made of, and where it stands in its list. */
@Component({
  selector: 'relay-sits-fields',
  imports: [CHOICE, NzButtonComponent, TouchFieldsComponent],
  template: `
    <relay-touch-fields [of]="of()" [value]="value()" [unit]="unit()" (changed)="changed.emit($event)" />
    <label class="line">
      <span class="what">made of</span>
      <nz-select
        nzShowSearch
        [relayChoice]="'Finish of ' + of()"
        [value]="value().material ?? ''"
        (chosen)="changed.emit({ material: $event || null })"
      >
        <nz-option nzValue="" nzLabel="what it is always made of" />
        @for (entry of materials(); track entry.id) {
          <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
        }
      </nz-select>
    </label>
    <button nz-button nzType="link" type="button" [disabled]="first()" (click)="moved.emit(-1)">
      earlier
    </button>
    <button nz-button nzType="link" type="button" [disabled]="last()" (click)="moved.emit(1)">later</button>
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
