import { computed, Directive, effect, input, output, signal } from '@angular/core';

/** What every typed value has in common: text that is read, told of when it changed, and put back on Escape. */
@Directive()
export abstract class TypedField {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly changed = output<number>();

  protected readonly text = signal('');
  protected readonly wrong = computed(() => this.parsed() === null);
  private readonly written = computed(() => this.shown());

  constructor() {
    effect(() => this.text.set(this.written()));
  }

  /** The value as it stands in the field. */
  protected abstract shown(): string;

  /** What the text says; null where it is no value the field may take. */
  protected abstract parsed(): number | null;

  protected take(): void {
    if (this.text() === this.written()) return;
    const value = this.parsed();
    if (value === null) return;
    if (value !== this.value()) this.changed.emit(value);
    // A value that is not kept (a factor, say) is not there to be taken a second time.
    this.reset();
  }

  protected reset(): void {
    this.text.set(this.written());
  }
}
