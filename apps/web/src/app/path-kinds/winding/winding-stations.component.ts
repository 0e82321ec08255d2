import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { OwnWinding, Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { AngleFieldComponent } from '../../shared/angle-field.component';
import { HoldsDirective } from '../../shared/holds.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';

type Station = NonNullable<OwnWinding['stations']>[number];

/** Where along its path a winding is nearer to it or farther from it, and turned more or less. */
@Component({
  selector: 'relay-winding-stations',
  imports: [AngleFieldComponent, HoldsDirective, LengthFieldComponent, NzButtonComponent, NzCheckboxModule],
  template: `
    @for (station of wound().stations; track $index; let i = $index) {
      <div class="line">
        <span class="what">
          at
          <relay-length-field
            [label]="'Station ' + (i + 1) + ' of the winding, along the path'"
            [value]="station.at * length()"
            [unit]="unit()"
            [least]="0"
            (changed)="move(i, $event)"
          />
        </span>
        <button
          nz-button
          nzType="link"
          type="button"
          [attr.aria-label]="'Remove station ' + (i + 1) + ' of the winding'"
          (click)="remove(i)"
        >
          ✕
        </button>
      </div>
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
    this.write(this.stations().map((station, i) => (i === index ? { ...station, ...change } : station)));
  }

  protected move(index: number, mm: number): void {
    const at = mm / this.length();
    const stations = this.stations();
    // Two at one place would be no line: the field goes back to what it was.
    if (!(at >= 0 && at <= 1) || stations.some((station, i) => i !== index && station.at === at)) return;
    this.put(index, { at });
  }

  protected add(): void {
    const stations = this.stations();
    const last = stations[stations.length - 1];
    const before = stations[stations.length - 2]?.at ?? 0;
    this.write([...stations, { ...last, at: last.at < 1 ? (last.at + 1) / 2 : (before + last.at) / 2 }]);
  }

  protected remove(index: number): void {
    this.write(this.stations().filter((_, i) => i !== index));
  }

  private stations(): readonly Station[] {
    return this.wound().stations ?? [];
  }

  private write(stations: readonly Station[]): void {
    const sorted = [...stations].sort((a, b) => a.at - b.at);
    this.changed.emit({ stations: sorted.length > 0 ? sorted : undefined });
  }
}
