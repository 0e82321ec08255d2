import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Unit } from '@coin-relay/model';
import { LengthFieldComponent } from './length-field.component';

/** A place in the plane, typed as two lengths: to the right, and up. */
@Component({
  selector: 'relay-place-field',
  imports: [LengthFieldComponent],
  template: `
    <span class="what">{{ words() }} <span class="quiet">right, up</span></span>
    <relay-length-field
      [label]="label() + ', to the right'"
      [value]="at().x"
      [unit]="unit()"
      (changed)="changed.emit({ x: $event, y: at().y })"
    />
    <relay-length-field
      [label]="label() + ', up'"
      [value]="at().y"
      [unit]="unit()"
      (changed)="changed.emit({ x: at().x, y: $event })"
    />
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      justify-content: flex-end;
      gap: 2px 6px;
      margin-bottom: 6px;
    }
    .what {
      flex: 1;
    }
    .quiet {
      display: block;
      font-size: 12px;
      line-height: 1.2;
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlaceFieldComponent {
  readonly words = input.required<string>();
  /** What the fields are called where no words stand beside them. */
  readonly label = input.required<string>();
  readonly at = input.required<{ readonly x: number; readonly y: number }>();
  readonly unit = input.required<Unit>();
  readonly changed = output<{ x: number; y: number }>();
}
