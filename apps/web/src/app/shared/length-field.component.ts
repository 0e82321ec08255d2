import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { formatExact, formatLengthNumber, parseLength, type Unit } from '@coin-relay/model';
import { NzInputModule } from 'ng-zorro-antd/input';

/** A length that is typed: with or without a unit, as a fraction or a sum. Tells of it on Enter or on leaving. */
@Component({
  selector: 'relay-length-field',
  imports: [FormsModule, NzInputModule],
  template: `
    <input
      nz-input
      nzSize="small"
      class="figures"
      inputmode="text"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong()"
      [nzStatus]="wrong() ? 'error' : ''"
      [(ngModel)]="text"
      (keydown.enter)="take()"
      (keydown.escape)="reset()"
      (blur)="take()"
    />
    <span class="unit" aria-hidden="true">{{ unit() }}</span>
    @if (wrong()) {
      <span class="wrong" role="alert">{{ complaint() }}</span>
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
export class LengthFieldComponent {
  /** The length, mm. */
  readonly value = input.required<number>();
  readonly unit = input.required<Unit>();
  readonly label = input.required<string>();
  /** Lengths below this are refused, mm. */
  readonly least = input(-Infinity);
  /** The new length, mm. */
  readonly changed = output<number>();

  protected readonly text = signal('');
  protected readonly wrong = computed(() => this.parsed() === null);
  private readonly shown = computed(() =>
    formatLengthNumber(this.value(), this.unit(), 2).replace(/\.?0+$/, ''),
  );

  constructor() {
    effect(() => this.text.set(this.shown()));
  }

  protected readonly complaint = computed(() =>
    parseLength(this.text(), this.unit()) === null
      ? 'Not a length: a number with mm, cm, m, in or ft, or a sum of such'
      : `Must be at least ${formatExact(this.least(), this.unit())}`,
  );

  private parsed(): number | null {
    const mm = parseLength(this.text(), this.unit());
    return mm !== null && mm >= this.least() ? mm : null;
  }

  protected take(): void {
    if (this.text() === this.shown()) return;
    const mm = this.parsed();
    if (mm === null) return;
    this.changed.emit(mm);
    // A value that is not kept (a factor, say) is not there to be taken a second time.
    this.text.set(this.shown());
  }

  protected reset(): void {
    this.text.set(this.shown());
  }
}
