import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Vec3 } from '@coin-relay/core';
import type { Unit } from '@coin-relay/model';
import { LengthFieldComponent } from './length-field.component';

/** A place in space, typed as three lengths. */
@Component({
  selector: 'relay-space-place-field',
  imports: [LengthFieldComponent],
  template: `
    <span class="what">{{ words() }}</span>
    @for (axis of axes; track axis) {
      <span class="field">
        {{ axis }}
        <relay-length-field
          [label]="label() + ', ' + axis"
          [value]="at()[axis]"
          [unit]="unit()"
          (changed)="set(axis, $event)"
        />
      </span>
    }
  `,
  styles: `
    :host {
      display: grid;
      justify-items: end;
      gap: 2px;
      margin-bottom: 6px;
    }
    .what {
      justify-self: start;
    }
    .field {
      display: inline-flex;
      align-items: baseline;
      gap: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpacePlaceFieldComponent {
  protected readonly axes = ['x', 'y', 'z'] as const;
  readonly words = input.required<string>();
  /** What the fields are called where no words stand beside them. */
  readonly label = input.required<string>();
  readonly at = input.required<Vec3>();
  readonly unit = input.required<Unit>();
  readonly changed = output<Vec3>();

  protected set(axis: 'x' | 'y' | 'z', to: number): void {
    this.changed.emit({ ...this.at(), [axis]: to });
  }
}
