import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { isSpatial } from '@coin-relay/core';
import { fittedWords, formatLength } from '@coin-relay/model';
import { eachPlace } from '@coin-relay/scene';
import type { RowPainter } from '@coin-relay/painting';
import { Findings } from '../engine/findings.service';
import { FitService, type FitView } from '../engine/fit.service';
import { JobContext } from '../session/job-context.service';
import { MachineView } from '../engine/machine-view.service';
import { Playback } from '../session/playback.service';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { afterThePicture } from '../shared/after-the-picture';
import { THEME } from '../shared/theme';
import { TermComponent } from '../help/term.component';
import { PathMarks } from '../picking/path-marks.service';
import { RunAtWork } from '../session/run-at-work.service';
import { PlaceChoice } from '../session/place-choice.service';
import { paintLens } from './lens';
import { MOST_ROWS, paintOtherRows, TapePainters } from './other-rows';
import { ElevationComponent } from './elevation/elevation.component';
import { ShapingLaneComponent } from './shaping/shaping-lane.component';
import { sizeCanvas } from './size-canvas';
import { paintTapeLinks } from './tape-links';
import { closingAt, paintCuts, paintLay } from './tape-lay';
import { LANES, PAD, paintTapeGround, ROW_HEIGHT, TAPE_HEIGHT, tapeMap, type TapeMap } from './tape-painter';

const LENS = 112;
/** Where the browser keeps whether all rows are shown. */
const CHOICE = 'tape-rows';
const readChoice = (): boolean => localStorage.getItem(CHOICE) === 'true';
/** How far a press may wander and still be a click, px. */
const CLICK_REACH = 4;
/** How far a mark jumps to a corner, px. */
const CORNER_REACH = 8;

/** The path unrolled: a measuring tape with bends, wheels and links on it, and the closing place under a lens. */
@Component({
  selector: 'relay-tape',
  imports: [ElevationComponent, NzButtonComponent, ShapingLaneComponent, TermComponent],
  template: `
    <p class="head">
      <relay-term of="Tape"><b>Tape</b></relay-term>
      <span class="quiet">{{ heading() }}{{ pressed() ? '; ' + pressed() : '' }}</span>
      @if (others() > 0) {
        <button
          nz-button
          nzType="link"
          nzSize="small"
          type="button"
          [attr.aria-pressed]="all()"
          (click)="toggle()"
        >
          {{ all() ? 'this row alone' : 'all rows' }}
        </button>
      }
    </p>
    <canvas
      #strip
      [style.height.px]="height()"
      class="strip"
      role="img"
      [attr.aria-label]="heading()"
      (pointerdown)="press($event)"
      (pointermove)="stretch($event)"
      (pointerup)="release()"
      (pointercancel)="cancel()"
    ></canvas>
    @if (raised(); as view) {
      @defer {
        <relay-elevation class="elevation" [view]="view" [map]="scale()" [width]="wide()" />
      }
    }
    @if (shaped(); as view) {
      @defer {
        <relay-shaping-lane class="shaping" [view]="view" [map]="scale()" [width]="wide()" />
      }
    }
    <figure>
      <canvas #lens class="lens" role="img" [attr.aria-label]="closing()" (click)="goToClosing()"></canvas>
      <figcaption>
        <button
          nz-button
          nzType="link"
          nzSize="small"
          type="button"
          title="Go there"
          [disabled]="!state().view"
          (click)="goToClosing()"
        >
          {{ closing() }}
        </button>
      </figcaption>
    </figure>
  `,
  styleUrl: './tape.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TapeComponent {
  private readonly fits = inject(FitService);
  private readonly findings = inject(Findings);
  private readonly context = inject(JobContext);
  private readonly playback = inject(Playback);
  private readonly machine = inject(MachineView);
  private readonly places = inject(PlaceChoice);
  private readonly marks = inject(PathMarks);
  private readonly runs = inject(RunAtWork);
  private readonly strip = viewChild.required<ElementRef<HTMLCanvasElement>>('strip');
  private readonly lens = viewChild.required<ElementRef<HTMLCanvasElement>>('lens');
  protected readonly state = toSignal(this.fits.state$, { requireSync: true });
  private readonly painters = new TapePainters();
  private ground: { readonly of: readonly unknown[]; readonly canvas: HTMLCanvasElement } | null = null;
  /** Of the strip, px: asked for once, and not while painting. */
  private size = { width: 0, height: 0 };
  private asked: (() => void) | null = null;
  private range: { from: number; to: number; y: number; more: boolean } | null = null;

  /** The row, where its path leaves its plane. */
  protected readonly raised = computed(() => {
    const { view } = this.state();
    return view && isSpatial(view.fit.layout.path) ? view : null;
  });
  /** The row whose shape changes along its path. */
  protected readonly shaped = computed(() => {
    const { view } = this.state();
    const shaping = view?.resolved.run.shaping;
    // What rides with the row has no places on its path.
    return shaping && !shaping.rides ? view : null;
  });
  /** Of the strip, px. */
  protected readonly wide = signal(0);
  protected readonly scale = computed(() => {
    const { view, others } = this.state();
    this.wide();
    return view ? this.mapOf(view, others) : tapeMap(1, this.wide());
  });

  /** Other rows there are, and whether they are shown too. */
  protected readonly others = computed(() => this.state().others.length);
  protected readonly all = signal(readChoice());
  private readonly shown = computed(() => (this.all() ? Math.min(MOST_ROWS, this.others()) : 0));
  protected readonly height = computed(() => TAPE_HEIGHT + this.shown() * ROW_HEIGHT);

  protected readonly heading = computed(() => {
    const view = this.state().view;
    if (!view) return 'nothing to lay out yet';
    const { fit, job } = view;
    return `the ${fit.layout.path.closed ? 'loop' : 'path'} laid out straight${fittedWords(fit, job.unit)}, 0 to ${formatLength(fit.layout.path.length, job.unit)}`;
  });
  /** Said where the pieces are too tall for their lane. */
  protected readonly pressed = signal('');
  protected readonly closing = computed(() => {
    const view = this.state().view;
    if (!view) return 'no closing place yet';
    const { fit, job } = view;
    if (!fit.closes && fit.row.kind === 'still') return 'not closed';
    if (fit.gap < -1e-9) return `overlap ${formatLength(-fit.gap, job.unit)}`;
    const place = fit.window.ring ? 'closing place' : fit.gap > 1e-9 ? 'left over' : 'at the end';
    return `${place}: ${formatLength(Math.max(0, fit.gap), job.unit, 1)}`;
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.strip().nativeElement;
      sizeCanvas(this.lens().nativeElement, LENS, LENS);
      const resize = (): void => {
        this.size = { width: element.clientWidth, height: element.clientHeight };
        this.wide.set(this.size.width);
        sizeCanvas(element, this.size.width, this.size.height);
        this.paint();
      };
      const watcher = new ResizeObserver(resize);
      watcher.observe(element);
      destroyed.onDestroy(() => {
        watcher.disconnect();
        this.asked?.();
      });
      this.fits.state$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
      this.machine.state$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
      this.context.wheel$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
      this.context.spot$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
      this.places.places$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
      this.playback.position$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
    });
  }

  protected toggle(): void {
    this.all.update((all) => !all);
    localStorage.setItem(CHOICE, String(this.all()));
    this.paint();
  }

  /** Where the row closes or ends is brought into sight. */
  protected goToClosing(): void {
    const { view } = this.fits.now;
    if (view) this.context.goTo(closingAt(view.fit));
  }

  protected press(event: PointerEvent): void {
    if (event.button !== 0 || !this.fits.now.view) return;
    this.strip().nativeElement.setPointerCapture(event.pointerId);
    this.range = { from: event.offsetX, to: event.offsetX, y: event.offsetY, more: event.shiftKey };
  }

  protected stretch(event: PointerEvent): void {
    if (!this.range) return;
    this.range.to = event.offsetX;
    this.paint();
  }

  /** A drag takes the range of places under it; a click a link, or the wheel whose wrap it is on. */
  protected release(): void {
    const { range } = this;
    this.range = null;
    const view = this.fits.now.view;
    if (!range || !view) return;
    const map = this.mapOf(view);
    const s = (x: number): number => (x - map.left) / map.pixelsPerMm;
    const other = this.otherAt(range.y);
    if (other) this.runs.choose(other.resolved.run.id);
    else if (this.marks.now) this.marks.take(s(range.to), CORNER_REACH / map.pixelsPerMm);
    else if (Math.abs(range.to - range.from) >= CLICK_REACH) {
      this.take(
        this.placesBetween(s(Math.min(range.from, range.to)), s(Math.max(range.from, range.to))),
        range.more,
      );
    } else if (range.y >= LANES.links.top - 2) {
      const place = this.placeAt(s(range.from));
      if (place === null) this.places.clear();
      else if (range.more) this.places.toggle([place]);
      else this.take([place], false);
    } else {
      const wrap = view.fit.layout.wraps.find((w) => s(range.from) >= w.from && s(range.from) <= w.to);
      this.context.selectWheel(wrap?.wheel ?? null);
    }
    this.paint();
  }

  /** The other row that is shown at a height, px. */
  private otherAt(y: number): FitView | undefined {
    const row = Math.floor((y - TAPE_HEIGHT) / ROW_HEIGHT);
    return row < 0 ? undefined : this.fits.now.others.slice(0, this.shown())[row];
  }

  protected cancel(): void {
    this.range = null;
    this.paint();
  }

  private take(found: readonly number[], more: boolean): void {
    this.places.choose(more ? [...this.places.places, ...found] : found);
    if (found.length > 0) this.context.openStep('set-out');
  }

  private placeAt(s: number): number | null {
    let found: number | null = null;
    this.eachPlace((place, from, to) => {
      if (s >= from && s <= to) found = place;
    });
    return found;
  }

  /** Places whose middle lies between two arc lengths. */
  private placesBetween(a: number, b: number): number[] {
    const found = new Set<number>();
    this.eachPlace((place, from, to) => {
      const middle = (from + to) / 2;
      if (middle >= a && middle <= b) found.add(place);
    });
    return [...found];
  }

  /** The places as they stand on the tape now; one across the closing place comes twice. */
  private eachPlace(use: (place: number, from: number, to: number) => void): void {
    const { painter } = this;
    if (!painter) return;
    const { arc, step } = painter.frame;
    const { length, closed } = painter.fit.layout.path;
    eachPlace(painter.scene, (k, place) => {
      const [from, to] = [arc[k * step], arc[k * step + 1]];
      const lap = closed ? Math.floor(from / length) * length : 0;
      use(place, from - lap, to - lap);
      if (closed && to - lap > length) use(place, from - lap - length, to - lap - length);
    });
  }

  /** Of the row as it is fitted now; made when it is first asked for. */
  private get painter(): RowPainter | null {
    const view = this.fits.now.view;
    return view && this.painters.painterOf(view, this.machine.now);
  }

  /** All rows that are shown have one scale, so that the longest goes on the tape. */
  private mapOf(view: FitView, others = this.fits.now.others): TapeMap {
    const shown = [view, ...others.slice(0, this.shown())];
    const longest = Math.max(...shown.map(({ fit }) => fit.layout.path.length));
    return tapeMap(view.fit.layout.path.length, this.size.width, longest);
  }

  /** Paints right after the next picture of the screen, however much changes until then. */
  private paint(): void {
    this.asked ??= afterThePicture(() => {
      this.asked = null;
      this.paintNow();
    });
  }

  /** What does not move is painted where it changed; the rest over it. */
  private paintNow(): void {
    const view: FitView | null = this.fits.now.view;
    const { painter } = this;
    if (!view || !painter) return;
    const map = this.mapOf(view);
    const ground = this.groundOf(view, map);
    const moved = (row: RowPainter): void =>
      row.moveTo(this.machine.travelOf(row.run), this.playback.now.frame);
    moved(painter);
    const canvas = this.strip().nativeElement;
    const ctx = canvas.getContext('2d');
    const lens = this.lens().nativeElement.getContext('2d');
    if (!ctx || !lens) return;
    ctx.save();
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, canvas.width, canvas.height);
    if (ground.width > 0) ctx.drawImage(ground, 0, 0);
    ctx.restore();
    const sprites = this.painters.spritesOf(painter, map.pixelsPerMm, LANES.links.height);
    this.pressed.set(sprites?.pressed ?? '');
    paintTapeLinks(ctx, map, { painter, lane: LANES.links, sprites, selected: this.places.places });
    const others = this.fits.now.others.slice(0, this.shown());
    const scale = { width: this.size.width, longest: (this.size.width - 2 * PAD) / map.pixelsPerMm };
    paintOtherRows(ctx, others, scale, this.painters, this.machine.now, moved);
    this.painters.keep(new Set([view, ...others].map(({ resolved }) => resolved.run.id)));
    this.paintRange(ctx);
    this.paintSpot(ctx, map.left, map.pixelsPerMm);
    lens.clearRect(0, 0, LENS, LENS);
    paintLens(lens, LENS, painter);
  }

  private groundOf(view: FitView, map: TapeMap): HTMLCanvasElement {
    const { width, height } = this.size;
    const { fit, job } = view;
    const findings = this.findings.ofRow();
    const made = [fit, findings, job.unit, this.context.selectedWheel, width, height, map.pixelsPerMm];
    const known = this.ground;
    if (known && made.every((part, i) => part === known.of[i])) return known.canvas;
    const canvas = document.createElement('canvas');
    const ctx = sizeCanvas(canvas, width, height);
    paintTapeGround(ctx, map, fit, job.unit, this.context.selectedWheel, findings);
    paintLay(ctx, map, fit);
    paintCuts(ctx, map, findings, job.unit);
    this.ground = { of: made, canvas };
    return canvas;
  }

  /** The place that was gone to: a bar across the lanes. */
  private paintSpot(ctx: CanvasRenderingContext2D, left: number, pixelsPerMm: number): void {
    const s = this.context.spotNow;
    if (s === null) return;
    const x = left + s * pixelsPerMm;
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 2;
    ctx.strokeRect(x - 4, LANES.bends.top - 2, 8, LANES.links.top + LANES.links.height - LANES.bends.top + 4);
  }

  private paintRange(ctx: CanvasRenderingContext2D): void {
    const { range } = this;
    if (!range || Math.abs(range.to - range.from) < CLICK_REACH) return;
    const x = Math.min(range.from, range.to);
    const top = LANES.links.top - 4;
    ctx.fillStyle = 'rgba(19, 94, 116, 0.14)';
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 1;
    ctx.fillRect(x, top, Math.abs(range.to - range.from), LANES.links.height + 8);
    ctx.strokeRect(x + 0.5, top + 0.5, Math.abs(range.to - range.from), LANES.links.height + 8);
  }
}
