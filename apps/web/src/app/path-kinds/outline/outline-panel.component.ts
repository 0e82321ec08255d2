import { ChangeDetectionStrategy, Component } from '@angular/core';

/** A line from a file: it has no numbers of its own. */
@Component({
  selector: 'relay-outline-panel',
  template: `<p class="cost">
    A line from a file. Free it into points to change it, or mend it as a whole.
  </p>`,
  styleUrl: '../../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OutlinePanelComponent {}
