import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { SLIDER } from '../shared/slider.directive';

/** The frames of the loop to be gone through by hand. In a component of its own, so that a page can load it once it is shown. */
@Component({
  selector: 'relay-scrubber',
  imports: [SLIDER],
  template: `
    <nz-slider relaySlider="Frame" [nzMax]="frames()" [value]="frame()" (moved)="moved.emit($event)" />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScrubberComponent {
  readonly frame = input.required<number>();
  readonly frames = input.required<number>();
  readonly moved = output<number>();
}
