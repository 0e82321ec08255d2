import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MOST_TURNS } from '@coin-relay/core';
import { formatLength, type PathOf } from '@coin-relay/model';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { AngleFieldComponent } from '../../shared/angle-field.component';
import { HoldsDirective } from '../../shared/holds.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { PlaceFieldComponent } from '../../shared/place-field.component';
import { injectPathPanel } from '../path-of-kind';

type Helix = PathOf<'helix'>;

/** A helix: its two diameters, its rise in a turn, its turns and which way they go. */
@Component({
  selector: 'relay-helix-panel',
  imports: [
    AngleFieldComponent,
    HoldsDirective,
    LengthFieldComponent,
    NumberFieldComponent,
    NzRadioModule,
    PlaceFieldComponent,
  ],
  template: `
    @if (panel.path(); as path) {
      <p class="cost">Drag its axis or its ends on the drawing. {{ facts() }}</p>
      @for (end of ends; track end.key) {
        <div class="line">
          <span class="what">{{ end.words }}</span>
          <relay-length-field
            [label]="end.label"
            [value]="2 * path[end.key]"
            [unit]="panel.unit()"
            [least]="0"
            (changed)="set(end.key, $event / 2)"
          />
        </div>
      }
      <div class="line">
        <span class="what">rises in a turn</span>
        <relay-length-field
          label="Rise in a turn"
          [value]="path.rise"
          [unit]="panel.unit()"
          (changed)="set('rise', $event)"
        />
      </div>
      <div class="line">
        <span class="what">turns</span>
        <relay-number-field
          label="Turns of the helix"
          suffix=""
          [value]="path.turns"
          [least]="0.001"
          [most]="mostTurns"
          (changed)="set('turns', $event)"
        />
      </div>
      <fieldset>
        <legend>Which way it turns, seen in plan</legend>
        <nz-radio-group [relayHolds]="path.hand" (told)="turn($event)" nzName="helix-hand">
          <label nz-radio nzValue="ccw">left, counter-clockwise</label>
          <label nz-radio nzValue="cw">right, clockwise</label>
        </nz-radio-group>
      </fieldset>
      <div class="line">
        <span class="what">begins at</span>
        <relay-angle-field label="Begins at" [value]="path.start" (changed)="set('start', $event)" />
      </div>
      <relay-place-field
        words="axis at"
        label="Axis of the helix"
        [at]="path.centre"
        [unit]="panel.unit()"
        (changed)="move($event)"
      />
      <div class="line">
        <span class="what">begins at the height</span>
        <relay-length-field
          label="Height where the helix begins"
          [value]="path.centre.z"
          [unit]="panel.unit()"
          (changed)="move({ z: $event })"
        />
      </div>
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HelixPanelComponent {
  protected readonly panel = injectPathPanel('helix');
  protected readonly mostTurns = MOST_TURNS;
  protected readonly ends = [
    { key: 'from', words: 'across where it begins', label: 'Diameter where it begins' },
    { key: 'to', words: 'across where it ends', label: 'Diameter where it ends' },
  ] as const;
  protected readonly facts = computed(() => {
    const path = this.panel.path();
    if (!path) return '';
    const { from, to, rise, turns } = path;
    const round = Math.PI * (from + to);
    const slope = (Math.atan2(Math.abs(rise), round) * 180) / Math.PI;
    const all = formatLength(Math.abs(rise * turns), this.panel.unit());
    return rise === 0
      ? 'It stays level.'
      : `It goes ${rise > 0 ? 'up' : 'down'} by ${all} in all, at ${slope.toFixed(1)}° where it is ${formatLength(from + to, this.panel.unit())} across.`;
  });

  protected set(key: 'from' | 'to' | 'rise' | 'turns' | 'start', value: number): void {
    this.change({ [key]: value });
  }

  protected turn(hand: Helix['hand']): void {
    this.change({ hand });
  }

  protected move(at: Partial<Helix['centre']>): void {
    const path = this.panel.path();
    if (path) this.change({ centre: { ...path.centre, ...at } });
  }

  private change(change: Partial<Helix>): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, ...change }, 'Change helix');
  }
}
