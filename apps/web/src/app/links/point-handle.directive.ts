import { Directive, input, output } from '@angular/core';

/** How far a press of an arrow key moves a point, px. */
const NUDGE = 4;
const RADIUS = 5.5;
const LINE = 1.5;

/**
 * A point that a line is drawn by, in a drawing that has y up: Enter or a second press makes it round or sharp, Delete
 * takes it out, the arrow keys move it.
 */
@Directive({
  selector: 'circle[relayPointHandle]',
  host: {
    role: 'button',
    tabindex: '0',
    '[attr.r]': 'radius * pixel()',
    '[attr.stroke-width]': 'line * pixel()',
    '(dblclick)': 'turned.emit()',
    '(keydown.enter)': 'turned.emit()',
    '(keydown.delete)': 'take($event)',
    '(keydown.backspace)': 'take($event)',
    '(keydown.arrowleft)': 'nudge($event, -1, 0)',
    '(keydown.arrowright)': 'nudge($event, 1, 0)',
    '(keydown.arrowup)': 'nudge($event, 0, 1)',
    '(keydown.arrowdown)': 'nudge($event, 0, -1)',
  },
})
export class PointHandleDirective {
  /** mm in a pixel. */
  readonly pixel = input.required<number>();
  /** Made round, or sharp. */
  readonly turned = output();
  readonly removed = output();
  /** By so many mm. */
  readonly nudged = output<{ x: number; y: number }>();
  protected readonly radius = RADIUS;
  protected readonly line = LINE;

  protected take(event: Event): void {
    event.preventDefault();
    event.stopPropagation();
    this.removed.emit();
  }

  protected nudge(event: Event, x: number, y: number): void {
    event.preventDefault();
    event.stopPropagation();
    const by = NUDGE * this.pixel();
    this.nudged.emit({ x: x * by, y: y * by });
  }
}
