import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { JobContext } from '../session/job-context.service';
import { HoldsDirective } from '../shared/holds.directive';

/** What becomes of pieces that are carried when another spacing is typed: they stay as they are, as when it is dragged, or grow with it. */
@Component({
  selector: 'relay-growth-choice',
  imports: [HoldsDirective, NzRadioModule],
  template: `
    <nz-radio-group
      aria-label="When the spacing is typed"
      [relayHolds]="grows() ? 'grow' : 'keep'"
      (told)="choose($event)"
      nzName="growth"
    >
      <label nz-radio nzValue="keep">the pieces keep their size</label><br />
      <label nz-radio nzValue="grow">they grow with it</label>
    </nz-radio-group>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GrowthChoiceComponent {
  private readonly context = inject(JobContext);
  protected readonly grows = toSignal(this.context.grows$, { requireSync: true });

  protected choose(what: string): void {
    this.context.letPieceGrow(what === 'grow');
  }
}
