import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formatLength, isBand, type Shaping } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { setShaping } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { HoldsDirective } from '../shared/holds.directive';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { PLAIN_STATION, withOneMore, withStation } from '../document/stations';
import { StationLineComponent } from '../shared/station-line.component';
import { SetOutWork } from './set-out-work.service';

type Station = Shaping['stations'][number];

/** How large a band or what bends is along the path, how it is rolled, how far it is lifted: told at stations. */
@Component({
  selector: 'relay-shaping-panel',
  imports: [
    AngleFieldComponent,
    HoldsDirective,
    LengthFieldComponent,
    NumberFieldComponent,
    NzButtonComponent,
    NzCheckboxModule,
    StationLineComponent,
  ],
  template: `
    @if (shaping(); as told) {
      <p class="cost">{{ words() }}</p>
      @for (station of told.stations; track $index; let i = $index) {
        <relay-station-line
          [name]="'station ' + (i + 1) + ' of the row'"
          [at]="station.at"
          [length]="length()"
          [unit]="unit()"
          (moved)="put(i, { at: $event })"
          (removed)="remove(i)"
        />
        <div class="line three">
          <relay-number-field
            [label]="'Station ' + (i + 1) + ' of the row, times as large'"
            suffix="×"
            [value]="station.scale"
            [least]="0.01"
            [most]="100"
            (changed)="put(i, { scale: $event })"
          />
          <relay-angle-field
            [label]="'Station ' + (i + 1) + ' of the row, rolled to the left'"
            [value]="station.roll"
            (changed)="put(i, { roll: $event })"
          />
          <relay-length-field
            [label]="'Station ' + (i + 1) + ' of the row, lifted'"
            [value]="station.lift"
            [unit]="unit()"
            (changed)="put(i, { lift: $event })"
          />
        </div>
      }
      @if (!isBand()) {
        <div class="line">
          <label nz-checkbox [relayHolds]="told.rides ?? false" (told)="change({ rides: $event })"
            >it rides with the row</label
          >
        </div>
      }
      <div class="line">
        <label nz-checkbox [relayHolds]="told.smooth" (told)="change({ smooth: $event })"
          >smooth between stations</label
        >
      </div>
      <div class="line">
        <button nz-button nzType="link" type="button" (click)="add()">another station</button>
        <button nz-button nzType="link" type="button" (click)="leave()">leave it as it is</button>
      </div>
    } @else {
      <p class="cost">It is the same all along the path.</p>
      <div class="line">
        <button nz-button nzType="link" type="button" (click)="begin()">change it along the path</button>
      </div>
    }
  `,
  styleUrls: ['../shared/step.less', './panels.less'],
  styles: `
    .three {
      justify-content: flex-end;
      gap: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShapingPanelComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(SetOutWork);
  private readonly view = toSignal(this.work.view$, { initialValue: null });
  private readonly laid = toSignal(this.work.laid$, { initialValue: null });
  protected readonly unit = computed(() => this.view()?.job.unit ?? 'mm');
  protected readonly shaping = computed(() => this.view()?.run.shaping ?? null);
  protected readonly length = computed(() => this.laid()?.fit.layout.path.length ?? 0);
  /** A band stays where its path is: only what is on it travels. */
  protected readonly isBand = computed(() => {
    const { job, run } = this.view() ?? {};
    return job?.pieces.some((piece) => run?.sequence.includes(piece.id) && isBand(piece)) ?? false;
  });
  /** Does its end lie on its beginning? */
  private readonly closed = computed(
    () => (this.laid()?.fit.layout.path.closed ?? false) && !(this.shaping()?.rides && !this.isBand()),
  );
  protected readonly words = computed(() => {
    if (this.shaping()?.rides && !this.isBand())
      return 'Times as large, rolled, lifted, at places of the row from its beginning to its end, told as parts of the path; they ride with it.';
    const closed = this.laid()?.fit.layout.path.closed ?? false;
    const length = formatLength(this.length(), this.unit());
    return closed
      ? `Times as large, rolled, lifted; from the last station on to the first, ${length} round. Dragged on the tape too.`
      : `Times as large, rolled, lifted; level beyond the first and the last of 0 to ${length}. Dragged on the tape too.`;
  });

  protected begin(): void {
    this.write({
      smooth: true,
      stations: [
        { ...PLAIN_STATION, at: 0 },
        { ...PLAIN_STATION, at: 0.5 },
      ],
    });
  }

  protected leave(): void {
    this.write(null);
  }

  protected change(change: Partial<Shaping>): void {
    const told = this.shaping();
    if (told) this.write({ ...told, ...change });
  }

  protected put(index: number, change: Partial<Station>): void {
    const told = this.shaping();
    if (told) this.write({ ...told, stations: withStation(told.stations, index, change, this.closed()) });
  }

  protected add(): void {
    const told = this.shaping();
    if (told) this.write({ ...told, stations: withOneMore(told.stations) });
  }

  protected remove(index: number): void {
    const told = this.shaping();
    if (!told) return;
    const stations = told.stations.filter((_, i) => i !== index);
    this.write(stations.length > 0 ? { ...told, stations } : null);
  }

  private write(shaping: Shaping | null): void {
    const run = this.view()?.run;
    if (run) this.store.change(setShaping(run.id, shaping));
  }
}
