import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { OwnWinding, Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { withOneMore, withStation } from '../../document/stations';
import { AngleFieldComponent } from '../../shared/angle-field.component';
import { HoldsDirective } from '../../shared/holds.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { StationLineComponent } from '../../shared/station-line.component';

type Station = NonNullable<OwnWinding['stations']>[number];

/** Where along its path a winding is nearer to it or farther from it, and turned more or less. */
@Component({
  selector: 'relay-winding-stations',
  imports: [
    AngleFieldComponent,
    HoldsDirective,
    LengthFieldComponent,
    NzButtonComponent,
    NzCheckboxModule,
    StationLineComponent,
  ],
  template: `
    @for (station of wound().stations; track $index; let i = $index) {
      <relay-station-line
        [name]="'station ' + (i + 1) + ' of the winding'"
        [at]="station.at"
        [length]="length()"
        [unit]="unit()"
        (moved)="put(i, { at: $event })"
        (removed)="remove(i)"
      />
      <div class="line">
        <relay-length-field
          [label]="'Station ' + (i + 1) + ' of the winding, from the middle'"
          [value]="station.radius"
          [unit]="unit()"
          [least]="0"
          (changed)="put(i, { radius: $event })"
        />
        <relay-angle-field
          [label]="'Station ' + (i + 1) + ' of the winding, turned besides'"
          [value]="station.turn"
          (changed)="put(i, { turn: $event })"
        />
      </div>
    }
    <div class="line">
      @if (wound().stations) {
        <label nz-checkbox [relayHolds]="wound().smooth ?? true" (told)="changed.emit({ smooth: $event })"
          >smooth between stations</label
        >
        <button nz-button nzType="link" type="button" (click)="add()">another station</button>
      } @else {
        <button nz-button nzType="link" type="button" (click)="begin()">change it along the path</button>
      }
    </div>
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WindingStationsComponent {
  readonly wound = input.required<OwnWinding>();
  /** Of the path it winds round, mm. */
  readonly length = input.required<number>();
  readonly closed = input.required<boolean>();
  readonly unit = input.required<Unit>();
  readonly changed = output<Partial<OwnWinding>>();

  protected begin(): void {
    const { radius } = this.wound();
    this.write([
      { at: 0, radius, turn: 0 },
      { at: 0.5, radius, turn: 0 },
    ]);
  }

  protected put(index: number, change: Partial<Station>): void {
    this.write(withStation(this.stations(), index, change, this.closed()));
  }

  protected add(): void {
    this.write(withOneMore(this.stations()));
  }

  protected remove(index: number): void {
    this.write(this.stations().filter((_, i) => i !== index));
  }

  private stations(): readonly Station[] {
    return this.wound().stations ?? [];
  }

  private write(stations: readonly Station[]): void {
    this.changed.emit({ stations: stations.length > 0 ? [...stations] : undefined });
  }
}
