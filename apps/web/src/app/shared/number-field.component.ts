import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzInputModule } from 'ng-zorro-antd/input';

/** A number that is typed, with what it counts behind it. Tells of it on Enter or on leaving. */
@Component({
  selector: 'relay-number-field',
  imports: [FormsModule, NzInputModule],
  template: `
    <input
      nz-input
      nzSize="small"
      class="figures"
      inputmode="decimal"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong()"
      [nzStatus]="wrong() ? 'error' : ''"
      [(ngModel)]="text"
      (keydown.enter)="take()"
      (keydown.escape)="reset()"
      (blur)="take()"
    />
    <span class="unit">{{ suffix() }}</span>
    @if (wrong()) {
      <span class="wrong" role="alert">A number from {{ least() }} to {{ most() }}</span>
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
      font-size: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberFieldComponent {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly suffix = input('');
  readonly least = input(-1e6);
  readonly most = input(1e6);
  readonly changed = output<number>();

  protected readonly text = signal('');
  protected readonly wrong = computed(() => this.parsed() === null);
  private readonly shown = computed(() => String(Number(this.value().toFixed(4))));

  constructor() {
    effect(() => this.text.set(this.shown()));
  }

  private parsed(): number | null {
    const text = this.text().trim().replace(',', '.').replace('−', '-');
    const value = Number(text);
    return text !== '' && value >= this.least() && value <= this.most() ? value : null;
  }

  protected take(): void {
    if (this.text() === this.shown()) return;
    const value = this.parsed();
    if (value === null) return;
    this.changed.emit(value);
    // A value that is not kept (a factor, say) is not there to be taken a second time.
    this.text.set(this.shown());
  }

  protected reset(): void {
    this.text.set(this.shown());
  }
}
