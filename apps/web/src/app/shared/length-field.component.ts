import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { formatExact, formatLengthNumber, parseLength, type Unit } from '@coin-relay/model';
import { NzInputModule } from 'ng-zorro-antd/input';
import { TypedField } from './typed-field';

/** A length in mm that is typed: with or without a unit, as a fraction or a sum. Tells of it on Enter or on leaving. */
@Component({
  selector: 'relay-length-field',
  imports: [ReactiveFormsModule, NzInputModule],
  template: `
    <input
      nz-input
      nzSize="small"
      class="figures"
      inputmode="text"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong() !== ''"
      [nzStatus]="wrong() ? 'error' : ''"
      [formControl]="control"
      (keydown.enter)="take()"
      (keydown.escape)="reset()"
      (blur)="take()"
    />
    <span class="unit" aria-hidden="true">{{ unit() }}</span>
    @if (wrong(); as words) {
      <span class="wrong" role="alert">{{ words }}</span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: inline-flex;
      align-items: baseline;
      gap: 4px;
    }
    input {
      width: 74px;
    }
    .unit {
      width: 22px;
      font-size: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LengthFieldComponent extends TypedField {
  readonly unit = input.required<Unit>();
  /** Lengths below this are refused, mm. */
  readonly least = input(-Infinity);

  protected shown(): string {
    return formatLengthNumber(this.value(), this.unit(), 2).replace(/\.?0+$/, '');
  }

  protected parsed(text: string): number | null {
    const mm = parseLength(text, this.unit());
    return mm !== null && mm >= this.least() ? mm : null;
  }

  protected complaint(text: string): string {
    if (this.parsed(text) !== null) return '';
    return parseLength(text, this.unit()) === null
      ? 'Not a length: a number with mm, cm, m, in or ft, or a sum of such'
      : `Must be at least ${formatExact(this.least(), this.unit())}`;
  }
}
