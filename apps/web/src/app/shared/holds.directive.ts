import { Directive, effect, inject, input, output } from '@angular/core';
import { NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';

/**
 * A control, such as a box to tick or a group of radios, that shows what holds and tells what was
 * chosen. Where that is refused it shows again what holds; a model bound to it would not.
 */
@Directive({ selector: '[relayHolds]' })
export class HoldsDirective<T> {
  readonly relayHolds = input.required<T>();
  readonly told = output<T>();

  constructor() {
    const [control] = inject<ControlValueAccessor[]>(NG_VALUE_ACCESSOR, { self: true });
    control.registerOnChange((value: T) => {
      this.told.emit(value);
      queueMicrotask(() => control.writeValue(this.relayHolds()));
    });
    effect(() => control.writeValue(this.relayHolds()));
  }
}
