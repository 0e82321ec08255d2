import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Unit } from '@coin-relay/model';
import { AngleFieldComponent } from './angle-field.component';
import { LengthFieldComponent } from './length-field.component';

/** How something sits on its place: turned, moved along the path, moved out of it, rolled about it. */
export interface TouchValue {
  readonly turn: number;
  readonly along: number;
  readonly out: number;
  readonly roll?: number | undefined;
}

/** The fields of a touch, each told of on its own. */
@Component({
  selector: 'relay-touch-fields',
  imports: [AngleFieldComponent, LengthFieldComponent],
  template: `
    <label>
      <span>turned</span>
      <relay-angle-field
        [label]="of() + ': turned by'"
        [value]="value().turn"
        [quarter]="true"
        (changed)="changed.emit({ turn: $event })"
      />
    </label>
    <label>
      <span>forward</span>
      <relay-length-field
        [label]="of() + ': forward along the path'"
        [value]="value().along"
        [unit]="unit()"
        (changed)="changed.emit({ along: $event })"
      />
    </label>
    <label>
      <span>out of the path</span>
      <relay-length-field
        [label]="of() + ': out of the path'"
        [value]="value().out"
        [unit]="unit()"
        (changed)="changed.emit({ out: $event })"
      />
    </label>
    <label>
      <span>rolled about the path</span>
      <relay-angle-field
        [label]="of() + ': rolled about the path by'"
        [value]="value().roll ?? 0"
        [quarter]="true"
        (changed)="changed.emit({ roll: $event === 0 ? undefined : $event })"
      />
    </label>
  `,
  styles: `
    :host {
      display: block;
    }
    label {
      display: flex;
      align-items: baseline;
      margin-bottom: 4px;
    }
    label > span {
      flex: 1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TouchFieldsComponent {
  readonly of = input.required<string>();
  readonly value = input.required<TouchValue>();
  readonly unit = input.required<Unit>();
  readonly changed = output<Partial<TouchValue>>();
}
