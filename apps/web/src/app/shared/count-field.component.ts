import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';
import { TypedField } from './typed-field';

/** A whole number that is typed, or stepped with the arrow keys. Tells of it on Enter, on leaving, and at each step. */
@Component({
  selector: 'relay-count-field',
  imports: [FormsModule, NzInputModule],
  template: `
    <input
      nz-input
      nzSize="small"
      class="figures"
      inputmode="numeric"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong()"
      [nzStatus]="wrong() ? 'error' : ''"
      [(ngModel)]="text"
      (keydown.enter)="take()"
      (keydown.escape)="reset()"
      (keydown.arrowup)="step($event, 1)"
      (keydown.arrowdown)="step($event, -1)"
      (blur)="take()"
    />
    @if (wrong()) {
      <span class="wrong" role="alert">A whole number from {{ least() }} to {{ most() }}</span>
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

  protected parsed(): number | null {
    const text = this.text().trim();
    const value = Number(text);
    return text !== '' && Number.isInteger(value) && value >= this.least() && value <= this.most()
      ? value
      : null;
  }

  protected step(event: Event, by: number): void {
    event.preventDefault();
    const value = this.parsed();
    const next = value === null ? this.value() : value + by;
    if (next < this.least() || next > this.most()) return;
    this.text.set(String(next));
    this.changed.emit(next);
  }
}
