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
import { PLAIN_STATION, withStation } from '../document/shaping-stations';
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
  ],
  template: `
    @if (shaping(); as told) {
      <p class="cost">{{ words() }}</p>
      @for (station of told.stations; track $index; let i = $index) {
        <div class="line">
          <span class="what">
            at
            <relay-length-field
              [label]="'Station ' + (i + 1) + ' of the row, along the path'"
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
            [attr.aria-label]="'Remove station ' + (i + 1) + ' of the row'"
            (click)="remove(i)"
          >
            ✕
          </button>
        </div>
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
    if (told) this.write(withStation(told, index, change));
  }

  protected move(index: number, mm: number): void {
    if (this.length() > 0) this.put(index, { at: mm / this.length() });
  }

  /** Another one, half way on from the last. */
  protected add(): void {
    const told = this.shaping();
    if (!told) return;
    const last = told.stations[told.stations.length - 1];
    const before = told.stations[told.stations.length - 2]?.at ?? 0;
    const at = last.at < 1 ? (last.at + 1) / 2 : (before + last.at) / 2;
    this.write({ ...told, stations: [...told.stations, { ...last, at }].sort((a, b) => a.at - b.at) });
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
