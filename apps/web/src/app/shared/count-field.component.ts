import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { ReactiveFormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';
import { TypedField } from './typed-field';

/** A whole number that is typed, or stepped with the arrow keys. Tells of it on Enter, on leaving, and at each step. */
@Component({
  selector: 'relay-count-field',
  imports: [ReactiveFormsModule, NzInputModule],
  template: `
    <input
      nz-input
      nzSize="small"
      class="figures"
      inputmode="numeric"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong() !== ''"
      [nzStatus]="wrong() ? 'error' : ''"
      [formControl]="control"
      (keydown.enter)="take()"
      (keydown.escape)="reset()"
      (keydown.arrowup)="step($event, 1)"
      (keydown.arrowdown)="step($event, -1)"
      (blur)="take()"
    />
    @if (wrong(); as words) {
      <span class="wrong" role="alert">{{ words }}</span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: inline-block;
    }
    input {
      width: 62px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CountFieldComponent extends TypedField {
  readonly least = input(1);
  readonly most = input(100_000);

  protected shown(): string {
    return String(this.value());
  }

  protected parsed(typed: string): number | null {
    const text = typed.trim();
    const value = Number(text);
    return text !== '' && Number.isInteger(value) && value >= this.least() && value <= this.most()
      ? value
      : null;
  }

  protected complaint(text: string): string {
    return this.parsed(text) === null ? `A whole number from ${this.least()} to ${this.most()}` : '';
  }

  protected step(event: Event, by: number): void {
    event.preventDefault();
    const value = this.parsed(this.control.value);
    const next = value === null ? this.value() : value + by;
    if (next < this.least() || next > this.most()) return;
    this.control.setValue(String(next));
    this.changed.emit(next);
  }
}
