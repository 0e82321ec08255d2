import { ChangeDetectionStrategy, Component } from '@angular/core';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { injectPathPanel } from '../path-of-kind';
import { HoldsDirective } from '../../shared/holds.directive';

/** The parallel of another path, which it follows. */
@Component({
  selector: 'relay-parallel-panel',
  imports: [HoldsDirective, NzRadioModule, LengthFieldComponent],
  template: `
    @if (panel.path(); as path) {
      <p class="cost">It follows the path it runs beside, until it is freed into points.</p>
      <div class="line">
        <span class="what">to the left of its way (− to the right)</span>
        <relay-length-field
          label="Distance of the parallel"
          [value]="path.distance"
          [unit]="panel.unit()"
          (changed)="
            panel.change(
              {
                kind: 'parallel',
                id: path.id,
                name: path.name,
                of: path.of,
                corners: path.corners,
                distance: $event,
              },
              'Change distance'
            )
          "
        />
      </div>
      <fieldset>
        <legend>Outer corners</legend>
        <nz-radio-group
          [relayHolds]="path.corners"
          (told)="
            panel.change(
              {
                kind: 'parallel',
                id: path.id,
                name: path.name,
                of: path.of,
                distance: path.distance,
                corners: $event,
              },
              'Change corners'
            )
          "
          nzName="parallel-corners"
        >
          <label nz-radio nzValue="round">round</label>
          <label nz-radio nzValue="sharp">sharp</label>
        </nz-radio-group>
      </fieldset>
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ParallelPanelComponent {
  protected readonly panel = injectPathPanel('parallel');
}
