import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NumberFieldComponent } from './number-field.component';

/** An angle that is typed in degrees and told in radians, with a press for a quarter turn. */
@Component({
  selector: 'relay-angle-field',
  imports: [NzButtonComponent, NumberFieldComponent],
  template: `
    <relay-number-field
      [label]="label()"
      [value]="degrees()"
      suffix="°"
      [least]="least()"
      [most]="most()"
      (changed)="tell($event)"
    />
    @if (quarter()) {
      <button
        nz-button
        nzType="link"
        type="button"
        [attr.aria-label]="'+90°, a quarter turn more: ' + label()"
        (click)="turn()"
      >
        +90°
      </button>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: baseline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AngleFieldComponent {
  readonly label = input.required<string>();
  /** Radians. */
  readonly value = input.required<number>();
  readonly quarter = input(false);
  /** Degrees. */
  readonly least = input(-360);
  readonly most = input(360);
  readonly changed = output<number>();
  protected readonly degrees = computed(() => Number(((this.value() * 180) / Math.PI).toFixed(4)));

  protected tell(degrees: number): void {
    this.changed.emit((degrees * Math.PI) / 180);
  }

  protected turn(): void {
    const next = this.degrees() + 90;
    this.tell(next >= 360 ? next - 360 : next);
  }
}
