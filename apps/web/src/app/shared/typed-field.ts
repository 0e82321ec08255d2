import { computed, Directive, effect, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl } from '@angular/forms';

/** What every typed value has in common: text that is read, told of when it changed, and put back on Escape. */
@Directive()
export abstract class TypedField {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly changed = output<number>();

  /** What is typed; what is no value of the field is invalid, and says why. */
  protected readonly control = new FormControl('', { nonNullable: true });
  private readonly typed = toSignal(this.control.valueChanges, { initialValue: '' });
  /** Why what is typed is no value of the field; nothing where it is one. */
  protected readonly wrong = computed(() => this.complaint(this.typed()));
  private readonly written = computed(() => this.shown());

  constructor() {
    // Validated from when it is first written: what it may be is known by then.
    this.control.addValidators(({ value }: { value: string }) => {
      const complaint = this.complaint(value);
      return complaint === '' ? null : { complaint };
    });
    effect(() => this.control.setValue(this.written()));
  }

  /** The value as it stands in the field. */
  protected abstract shown(): string;

  /** What a text says; null where it is no value the field may take. */
  protected abstract parsed(text: string): number | null;

  /** Why a text is no value the field may take; nothing where it is one. */
  protected abstract complaint(text: string): string;

  protected take(): void {
    const text = this.control.value;
    if (text === this.written()) return;
    const value = this.parsed(text);
    if (value === null) return;
    if (value !== this.value()) this.changed.emit(value);
    // A value that is not kept (a factor, say) is not there to be taken a second time.
    this.reset();
  }

  protected reset(): void {
    this.control.setValue(this.written());
  }
}
