import { afterRenderEffect, Directive, effect, ElementRef, inject, input, output } from '@angular/core';
import { NzSliderComponent } from 'ng-zorro-antd/slider';

/** Steps of the page keys. */
const PAGE = 10;

/**
 * The library's slider: what holds is given, what it is moved to is told. It says what it is, and is
 * moved by all the keys of a slider (WAI-ARIA 1.2); the library's own knows the arrows only.
 */
@Directive({ selector: 'nz-slider[relaySlider]', host: { '(keydown)': 'move($event)' } })
export class SliderDirective {
  /** What it sets. */
  readonly relaySlider = input.required<string>();
  readonly value = input.required<number>();
  readonly moved = output<number>();

  private readonly slider = inject(NzSliderComponent);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    const { slider } = this;
    slider.nzTooltipVisible = 'never';
    // Before it is told what holds, the library's slider says that it was moved to nothing.
    let told = false;
    slider.registerOnChange((value) => {
      if (told) this.moved.emit(Number(value));
    });
    effect(() => {
      slider.writeValue(this.value());
      told = true;
    });
    afterRenderEffect({
      write: () => {
        const handle = this.host.querySelector('.ant-slider-handle');
        if (!handle) return;
        handle.setAttribute('role', 'slider');
        handle.setAttribute('aria-label', this.relaySlider());
        handle.setAttribute('aria-valuemin', String(slider.nzMin));
        handle.setAttribute('aria-valuemax', String(slider.nzMax));
        handle.setAttribute('aria-valuenow', String(this.value()));
      },
    });
  }

  protected move(event: KeyboardEvent): void {
    const { slider } = this;
    const { nzMin, nzMax, nzStep } = slider;
    // Of what it was just moved to the page may not know yet: keys come faster than pictures.
    const now = Number(slider.value ?? this.value());
    const to: Partial<Record<string, number>> = {
      Home: nzMin,
      End: nzMax,
      PageUp: Math.min(nzMax, now + PAGE * nzStep),
      PageDown: Math.max(nzMin, now - PAGE * nzStep),
    };
    const value = to[event.key];
    if (value === undefined) return;
    event.preventDefault();
    slider.writeValue(value);
    this.moved.emit(value);
  }
}

/** What a template needs for a slider. */
export const SLIDER = [NzSliderComponent, SliderDirective] as const;
