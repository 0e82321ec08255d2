import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { HoldsDirective } from './holds.directive';

/** What becomes of pieces that are carried when another spacing is typed: they stay as they are, as when it is dragged, or grow with it. */
@Component({
  selector: 'relay-growth-choice',
  imports: [HoldsDirective, NzRadioModule],
  template: `
    <nz-radio-group
      aria-label="When the spacing is typed"
      [relayHolds]="grows() ? 'grow' : 'keep'"
      (told)="chosen.emit($event === 'grow')"
      nzName="growth"
    >
      <label nz-radio nzValue="keep">the pieces keep their size</label><br />
      <label nz-radio nzValue="grow">they grow with it</label>
    </nz-radio-group>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GrowthChoiceComponent {
  readonly grows = input.required<boolean>();
  readonly chosen = output<boolean>();
}
