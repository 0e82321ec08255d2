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
import { newReading, pathReader, placeUnder, spaceBounds, steepestPlace, type Vec3 } from '@coin-relay/core';
import { formatLength, profileOf, slopeWords, type Job, type JobPath } from '@coin-relay/model';
import type { Draft } from 'immer';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { changePath, setProfile } from '../../document/commands';
import type { Gesture } from '../../document/history';
import { JobStore } from '../../document/job-store.service';
import type { FitView } from '../../engine/fit.service';
import { toolFor } from '../../path-kinds';
import { PathWork } from '../../session/path-work.service';
import { sizeCanvas } from '../size-canvas';
import type { TapeMap } from '../tape-painter';
import { heightMap, heightOf, heightY, KNOT_REACH, paintElevation } from './elevation-painter';
import { knotsOf, type Knot } from './knots';

/** Where the browser keeps whether heights are drawn as high as they are. */
const CHOICE = 'elevation-exact';
/** Stations keep so far apart, as parts of the length. */
const APART = 1e-6;

/** The path of the row from its side, along the same scale as the tape: its heights are dragged there. */
@Component({
  selector: 'relay-elevation',
  imports: [NzButtonComponent],
  template: `
    <p class="head">
      <b>Heights</b>
      <span class="quiet">{{ words() }}</span>
      <button
        nz-button
        nzType="link"
        nzSize="small"
        type="button"
        [attr.aria-pressed]="exact()"
        (click)="toggle()"
      >
        {{ exact() ? 'taller' : 'true scale' }}
      </button>
    </p>
    <canvas
      #lane
      role="img"
      [style.height.px]="up().height"
      [style.cursor]="near() === null ? 'default' : 'grab'"
      [attr.aria-label]="'Heights along the path: ' + words()"
      (pointerdown)="press($event)"
      (pointermove)="move($event)"
      (pointerup)="release()"
      (pointercancel)="cancel()"
      (dblclick)="insert($event)"
    ></canvas>
  `,
  styleUrl: './elevation.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ElevationComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  readonly view = input.required<FitView>();
  readonly map = input.required<TapeMap>();
  /** Of the strip over it, px. */
  readonly width = input.required<number>();
  private readonly lane = viewChild.required<ElementRef<HTMLCanvasElement>>('lane');
  private readonly job = toSignal(this.store.job$);
  protected readonly exact = signal(localStorage.getItem(CHOICE) === 'true');
  protected readonly near = signal<number | null>(null);
  private drag: { readonly knot: number; readonly path: JobPath; readonly gesture: Gesture } | null = null;

  private readonly measured = computed(() => this.view().fit.layout.path);
  /** The path as it is in the document now: a drag is ahead of the fit. */
  private readonly path = computed(() => {
    const { path } = this.view().resolved;
    return this.job()?.paths.find(({ id }) => id === path.id) ?? path;
  });
  private readonly knots = computed((): readonly Knot[] =>
    knotsOf(this.view().resolved.path, this.measured(), (z) => this.laidHeight(z)),
  );
  private readonly steepest = computed(() => steepestPlace(this.measured()));
  private readonly bounds = computed(() => spaceBounds(this.measured()));
  protected readonly up = computed(() => {
    const [, , low, , , high] = this.bounds();
    return heightMap(low, high, this.map().pixelsPerMm, this.exact());
  });
  protected readonly words = computed(() => {
    const { unit } = this.view().job;
    const [, , low, , , high] = this.bounds();
    const steepest = this.steepest();
    const taller = this.up().pixelsPerMm / this.map().pixelsPerMm;
    const drawn =
      Math.abs(taller - 1) < 0.005 ? 'true scale' : `drawn ${Number(taller.toPrecision(2))} times as high`;
    return `${formatLength(low, unit)} to ${formatLength(high, unit)}, ${drawn}; ${
      steepest
        ? `steepest ${slopeWords(steepest.slope)} at ${formatLength(steepest.s, unit)}`
        : 'level all the way'
    }`;
  });

  constructor() {
    effect(() => {
      const canvas = this.lane().nativeElement;
      const up = this.up();
      const ctx = sizeCanvas(canvas, this.width(), up.height);
      paintElevation(ctx, this.map(), up, {
        path: this.measured(),
        knots: this.knots(),
        held: this.near(),
        steepest: this.steepest()?.s ?? null,
        unit: this.view().job.unit,
      });
    });
  }

  protected toggle(): void {
    this.exact.update((exact) => !exact);
    localStorage.setItem(CHOICE, String(this.exact()));
  }

  protected press(event: PointerEvent): void {
    const knot = this.knotAt(event.offsetX, event.offsetY);
    if (event.button !== 0 || knot === null) return;
    this.lane().nativeElement.setPointerCapture(event.pointerId);
    const path = this.path();
    if (path.kind === 'space') this.work.choosePoints([knot]);
    this.near.set(knot);
    this.drag = { knot, path, gesture: this.store.begin('Change heights') };
  }

  protected move(event: PointerEvent): void {
    if (!this.drag) {
      this.near.set(this.knotAt(event.offsetX, event.offsetY));
      return;
    }
    const { knot, path, gesture } = this.drag;
    const z = this.heightUnder(event);
    const at = this.partAt(event.offsetX);
    gesture.update((draft) => writeHeight(draft, path, knot, at, z));
  }

  protected release(): void {
    this.drag?.gesture.commit();
    this.drag = null;
  }

  protected cancel(): void {
    this.drag?.gesture.cancel();
    this.drag = null;
  }

  /** Another station, or point, on the line. */
  protected insert(event: MouseEvent): void {
    const path = this.path();
    const measured = this.measured();
    const s = (event.offsetX - this.map().left) / this.map().pixelsPerMm;
    if (s < 0 || s > measured.length || this.knotAt(event.offsetX, event.offsetY) !== null) return;
    const profile = profileOf(path);
    if (profile) {
      const z = this.heightUnder(event);
      const stations = [...profile.stations, { at: this.partAt(event.offsetX), z }].sort(
        (a, b) => a.at - b.at,
      );
      this.store.change(setProfile(path.id, { ...profile, stations }, 'Add station'));
      return;
    }
    const made = toolFor(path).byPoints?.inserted(path, { at: this.placeOf(s), piece: 0, t: 0 });
    if (made && path.kind === 'space') this.store.change(changePath(path, made.path, 'Insert point'));
  }

  /** A place of the path as it is in the document: a path that is scaled to fit is so about its middle. */
  private placeOf(s: number): Vec3 {
    const out = newReading();
    pathReader(this.measured())(s, out);
    const [x0, y0, z0, x1, y1, z1] = this.bounds();
    const { scale } = this.view().fit;
    const back = (value: number, low: number, high: number): number =>
      (low + high) / 2 + (value - (low + high) / 2) / scale;
    return { x: back(out[0], x0, x1), y: back(out[1], y0, y1), z: back(out[5], z0, z1) };
  }

  private laidHeight(z: number): number {
    const [, , low, , , high] = this.bounds();
    return (low + high) / 2 + (z - (low + high) / 2) * this.view().fit.scale;
  }

  /** The height under the pointer, to a number that is about as fine as a pixel, mm. */
  private heightUnder({ offsetY }: MouseEvent): number {
    const [, , low, , , high] = this.bounds();
    const up = this.up();
    const z = (low + high) / 2 + (heightOf(up, offsetY) - (low + high) / 2) / this.view().fit.scale;
    const fine = 10 ** Math.floor(Math.log10(1 / up.pixelsPerMm));
    return Number((Math.round(z / fine) * fine).toFixed(6));
  }

  /** Which part of the path in plan is under a place of the lane. */
  private partAt(x: number): number {
    const measured = this.measured();
    const s = Math.max(0, Math.min(measured.length, (x - this.map().left) / this.map().pixelsPerMm));
    const whole = measured.under?.length ?? measured.length;
    return Math.max(0, Math.min(1, placeUnder(measured, s) / whole));
  }

  private knotAt(x: number, y: number): number | null {
    let [found, least]: [number | null, number] = [null, KNOT_REACH];
    for (const { index, s, z } of this.knots()) {
      const off = Math.hypot(this.map().left + s * this.map().pixelsPerMm - x, heightY(this.up(), z) - y);
      if (off <= least) [found, least] = [index, off];
    }
    return found;
  }
}

/** Writes the height of a station, and where it is between its neighbours; of a point its height alone. */
function writeHeight(draft: Draft<Job>, path: JobPath, knot: number, at: number, z: number): void {
  if (path.kind === 'space') {
    const points = path.points.map((point, i) => (i === knot ? { ...point, z } : point));
    changePath(path, { ...path, points }).recipe(draft);
    return;
  }
  const profile = profileOf(path);
  if (!profile) return;
  const low = knot > 0 ? profile.stations[knot - 1].at + APART : 0;
  const high = knot + 1 < profile.stations.length ? profile.stations[knot + 1].at - APART : 1;
  const stations = profile.stations.map((station, i) =>
    i === knot ? { at: Math.max(low, Math.min(high, at)), z } : station,
  );
  setProfile(path.id, { ...profile, stations }).recipe(draft);
}
