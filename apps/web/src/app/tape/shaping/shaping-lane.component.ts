import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RelayError, shapingAlong, type ReadShaping } from '@coin-relay/core';
import { formatLength, type Shaping } from '@coin-relay/model';
import { FormsModule } from '@angular/forms';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setShaping } from '../../document/commands';
import type { Gesture } from '../../document/history';
import { JobStore } from '../../document/job-store.service';
import type { FitView } from '../../engine/fit.service';
import { withStation } from '../../document/stations';
import { THEME } from '../../shared/theme';
import { sizeCanvas } from '../size-canvas';
import { tapeX, type TapeMap } from '../tape-painter';

type Key = 'scale' | 'roll' | 'lift';
type Station = Shaping['stations'][number];

const HEIGHT = 70;
const PAD = 12;
/** A station is picked from so far, px. */
const REACH = 9;
const KNOT = 4;
/** What the lane shows at the least, so that what is level can be dragged. */
const LEAST_RANGE: Readonly<Record<Key, number>> = { scale: 1, roll: Math.PI / 2, lift: 20 };
const LEAST_SCALE = 0.01;
const KEYS: readonly (readonly [Key, string])[] = [
  ['scale', 'size'],
  ['roll', 'roll'],
  ['lift', 'lift'],
];

/** What of a row changes along its path, on the scale of the tape: its stations are dragged there. */
@Component({
  selector: 'relay-shaping-lane',
  imports: [FormsModule, NzRadioModule],
  template: `
    <div class="head">
      <b>Along it</b>
      <nz-radio-group
        nzButtonStyle="solid"
        nzSize="small"
        aria-label="What of it is dragged on the tape"
        [ngModel]="key()"
        (ngModelChange)="key.set($event)"
      >
        @for (each of keys; track each[0]) {
          <label nz-radio-button [nzValue]="each[0]">{{ each[1] }}</label>
        }
      </nz-radio-group>
      <span class="quiet">{{ words() }}</span>
    </div>
    <canvas
      #lane
      role="img"
      [style.height.px]="height"
      [style.cursor]="near() === null ? 'default' : 'grab'"
      [attr.aria-label]="'Stations along the row: ' + words()"
      (pointerdown)="press($event)"
      (pointermove)="move($event)"
      (pointerup)="release()"
      (pointercancel)="cancel()"
      (dblclick)="insert($event)"
    ></canvas>
  `,
  styleUrl: '../elevation/elevation.component.less',
  styles: `
    .head {
      display: flex;
      align-items: center;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShapingLaneComponent {
  private readonly store = inject(JobStore);
  readonly view = input.required<FitView>();
  readonly map = input.required<TapeMap>();
  /** Of the strip over it, px. */
  readonly width = input.required<number>();
  private readonly lane = viewChild.required<ElementRef<HTMLCanvasElement>>('lane');
  private readonly job = toSignal(this.store.job$);
  protected readonly height = HEIGHT;
  protected readonly keys = KEYS;
  protected readonly key = signal<Key>('scale');
  protected readonly near = signal<number | null>(null);
  private readonly drag = signal<{
    readonly index: number;
    readonly gesture: Gesture;
    readonly range: readonly [number, number];
  } | null>(null);

  /** As it is in the document now: a drag is ahead of the fit. */
  private readonly shaping = computed((): Shaping | null => {
    const { id } = this.view().resolved.run;
    return this.job()?.runs.find((run) => run.id === id)?.shaping ?? null;
  });
  private readonly path = computed(() => this.view().fit.layout.path);
  /** What is between its stations; null where they are refused, which the row says. */
  private readonly reading = computed((): ReadShaping | null => {
    const [told, path] = [this.shaping(), this.path()];
    if (!told) return null;
    const stations = told.stations.map((station) => ({ ...station, s: station.at * path.length }));
    try {
      return shapingAlong(stations, path, told.smooth);
    } catch (error) {
      if (error instanceof RelayError) return null;
      throw error;
    }
  });
  /** It holds while something is dragged. */
  private readonly range = computed((): readonly [number, number] => {
    const drag = this.drag();
    if (drag) return drag.range;
    const key = this.key();
    const values = (this.shaping()?.stations ?? []).map((station) => station[key]);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const room = Math.max(LEAST_RANGE[key] - (high - low), (high - low) * 0.2) / 2;
    const from = low - room;
    return key === 'scale' ? [Math.max(0, from), high + room] : [from, high + room];
  });
  protected readonly words = computed(() => {
    const stations = this.shaping()?.stations ?? [];
    const values = stations.map((station) => this.said(station[this.key()]));
    return values.length > 6 ? `${values.length} stations` : values.join(', ');
  });

  constructor() {
    effect(() => {
      const ctx = sizeCanvas(this.lane().nativeElement, this.width(), HEIGHT);
      this.paint(ctx);
    });
  }

  protected press(event: PointerEvent): void {
    const index = this.stationAt(event);
    if (event.button !== 0 || index === null) return;
    this.lane().nativeElement.setPointerCapture(event.pointerId);
    this.near.set(index);
    this.drag.set({ index, gesture: this.store.begin('Change it along the path'), range: this.range() });
  }

  protected move(event: PointerEvent): void {
    const drag = this.drag();
    const told = this.shaping();
    if (!drag || !told) {
      this.near.set(this.stationAt(event));
      return;
    }
    const change: Partial<Station> = {
      at: this.partAt(event.offsetX),
      [this.key()]: this.valueAt(event.offsetY),
    };
    const stations = withStation(told.stations, drag.index, change, this.path().closed);
    drag.gesture.update(setShaping(this.run, { ...told, stations }).recipe);
  }

  protected release(): void {
    this.drag()?.gesture.commit();
    this.drag.set(null);
  }

  protected cancel(): void {
    this.drag()?.gesture.cancel();
    this.drag.set(null);
  }

  /** Another station, where nothing of the row is changed by it. */
  protected insert(event: MouseEvent): void {
    const told = this.shaping();
    const at = this.partAt(event.offsetX);
    if (!told || this.stationAt(event) !== null || told.stations.some((station) => station.at === at)) return;
    const out = new Float64Array(3);
    const read = this.reading();
    if (!read) return;
    read(at * this.path().length, out);
    const stations = [...told.stations, { at, scale: out[0], roll: out[1], lift: out[2] }].sort(
      (a, b) => a.at - b.at,
    );
    this.store.change(setShaping(this.run, { ...told, stations }, 'Add station'));
  }

  private get run(): string {
    return this.view().resolved.run.id;
  }

  private paint(ctx: CanvasRenderingContext2D): void {
    const [told, read] = [this.shaping(), this.reading()];
    if (!told || !read) return;
    const [map, path, key] = [this.map(), this.path(), this.key()];
    const right = tapeX(map, path.length);
    const stations = told.stations.map((station) => ({ ...station, s: station.at * path.length }));
    const out = new Float64Array(3);
    const of = KEYS.findIndex(([each]) => each === key);
    ctx.strokeStyle = THEME.rule;
    ctx.lineWidth = 1;
    const plain = this.yOf(key === 'scale' ? 1 : 0);
    ctx.beginPath();
    ctx.moveTo(map.left, plain);
    ctx.lineTo(right, plain);
    ctx.stroke();
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 1.6;
    ctx.beginPath();
    for (let x = map.left; x <= right; x++) {
      read(((x - map.left) / map.pixelsPerMm) * (1 - 1e-12), out);
      if (x === map.left) ctx.moveTo(x, this.yOf(out[of]));
      else ctx.lineTo(x, this.yOf(out[of]));
    }
    ctx.stroke();
    stations.forEach((station, index) => {
      ctx.beginPath();
      const held = index === this.near();
      ctx.arc(tapeX(map, station.s), this.yOf(station[key]), held ? KNOT + 1.5 : KNOT, 0, 2 * Math.PI);
      ctx.fillStyle = held ? THEME.accent : THEME.paper;
      ctx.fill();
      ctx.lineWidth = 1.4;
      ctx.stroke();
    });
  }

  private yOf(value: number): number {
    const [low, high] = this.range();
    return HEIGHT - PAD - ((value - low) / (high - low)) * (HEIGHT - 2 * PAD);
  }

  /** To a number that is about as fine as a pixel. */
  private valueAt(y: number): number {
    const [low, high] = this.range();
    const value = low + ((HEIGHT - PAD - y) / (HEIGHT - 2 * PAD)) * (high - low);
    const fine = 10 ** Math.floor(Math.log10((high - low) / HEIGHT));
    const round = Number((Math.round(value / fine) * fine).toFixed(6));
    return this.key() === 'scale' ? Math.max(LEAST_SCALE, Math.min(100, round)) : round;
  }

  private partAt(x: number): number {
    const { left, pixelsPerMm } = this.map();
    const s = (x - left) / pixelsPerMm;
    return Number(Math.max(0, Math.min(1, s / this.path().length)).toFixed(6));
  }

  private stationAt({ offsetX, offsetY }: MouseEvent): number | null {
    let [found, least]: [number | null, number] = [null, REACH];
    (this.shaping()?.stations ?? []).forEach((station, index) => {
      const x = tapeX(this.map(), station.at * this.path().length);
      const off = Math.hypot(x - offsetX, this.yOf(station[this.key()]) - offsetY);
      if (off <= least) [found, least] = [index, off];
    });
    return found;
  }

  private said(value: number): string {
    switch (this.key()) {
      case 'scale':
        return `${Number(value.toFixed(3))}×`;
      case 'roll':
        return `${((value * 180) / Math.PI).toFixed(1)}°`;
      case 'lift':
        return formatLength(value, this.view().job.unit);
    }
  }
}
