import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';
import { TypedField } from './typed-field';

/** A number that is typed, with what it counts behind it. Tells of it on Enter or on leaving. */
@Component({
  selector: 'relay-number-field',
  imports: [ReactiveFormsModule, NzInputModule],
  template: `
    <input
      nz-input
      nzSize="small"
      class="figures"
      inputmode="decimal"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong() !== ''"
      [nzStatus]="wrong() ? 'error' : ''"
      [formControl]="control"
      (keydown.enter)="take()"
      (keydown.escape)="reset()"
      (blur)="take()"
    />
    <span class="unit">{{ suffix() }}</span>
    @if (wrong(); as words) {
      <span class="wrong" role="alert">{{ words }}</span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: inline-flex;
      align-items: baseline;
      gap: 3px;
    }
    input {
      width: 64px;
    }
    .unit {
      min-width: var(--unit-width, auto);
      font-size: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberFieldComponent extends TypedField {
  readonly suffix = input('');
  readonly least = input(-1e6);
  readonly most = input(1e6);
  /** Decimals shown at the most. */
  readonly digits = input(4);

  protected shown(): string {
    return String(Number(this.value().toFixed(this.digits())));
  }

  protected parsed(typed: string): number | null {
    const text = typed.trim().replace(',', '.').replace('−', '-');
    const value = Number(text);
    return text !== '' && value >= this.least() && value <= this.most() ? value : null;
  }

  protected complaint(text: string): string {
    return this.parsed(text) === null ? `A number from ${this.least()} to ${this.most()}` : '';
  }
}
