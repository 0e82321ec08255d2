import { ChangeDetectionStrategy, Component } from '@angular/core';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { injectPathPanel } from '../path-of-kind';
import { HoldsDirective } from '../../shared/holds.directive';

/** A stretch of another path, which it follows: the places it runs through, and the way round. */
@Component({
  selector: 'relay-stretch-panel',
  imports: [HoldsDirective, NzRadioModule, NumberFieldComponent],
  template: `
    @if (panel.path(); as path) {
      <p class="cost">Its places slide along the outline; drag them, or type how far along they are.</p>
      @for (pick of path.picks; track $index) {
        <div class="line">
          <span class="what">{{ $first ? 'begins at' : $last ? 'ends at' : 'runs through' }}</span>
          <relay-number-field
            [label]="'Place ' + ($index + 1) + ' of the stretch'"
            suffix="% of the outline"
            [least]="0"
            [most]="100"
            [value]="pick * 100"
            (changed)="place($index, $event / 100)"
          />
        </div>
      }
      @if (path.picks.length === 2) {
        <fieldset>
          <legend>On a closed outline, the</legend>
          <nz-radio-group [relayHolds]="path.way" (told)="way($event)" nzName="stretch-way">
            <label nz-radio nzValue="shorter">shorter way</label>
            <label nz-radio nzValue="longer">longer way</label>
          </nz-radio-group>
        </fieldset>
      }
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StretchPanelComponent {
  protected readonly panel = injectPathPanel('stretch');

  protected place(at: number, pick: number): void {
    const path = this.panel.path();
    if (path)
      this.panel.change(
        { ...path, picks: path.picks.map((old, k) => (k === at ? pick : old)) },
        'Move place',
      );
  }

  protected way(way: 'shorter' | 'longer'): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, way }, 'Change way');
  }
}
