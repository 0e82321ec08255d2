import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { formatLength } from '@coin-relay/model';
import { RowPainter } from '../drawing/row-painter';
import { FitService, type FitView } from '../fit/fit.service';
import { JobContext } from '../job/job-context.service';
import { Playback } from '../playback/playback.service';
import { paintLens, paintTapeGround, paintTapeLinks, tapeMap } from './tape-painter';

const LENS = 112;

/** The path unrolled: a measuring tape with bends, wheels and links on it, and the closing place under a lens. */
@Component({
  selector: 'relay-tape',
  template: `
    <p class="head">
      <b>Tape</b>
      <span class="quiet">{{ heading() }}</span>
    </p>
    <canvas #strip class="strip" role="img" [attr.aria-label]="heading()" (click)="pick($event)"></canvas>
    <figure>
      <canvas #lens class="lens" role="img" [attr.aria-label]="closing()"></canvas>
      <figcaption>{{ closing() }}</figcaption>
    </figure>
  `,
  styleUrl: './tape.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TapeComponent {
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);
  private readonly playback = inject(Playback);
  private readonly strip = viewChild.required<ElementRef<HTMLCanvasElement>>('strip');
  private readonly lens = viewChild.required<ElementRef<HTMLCanvasElement>>('lens');
  private readonly state = toSignal(this.fits.state$, { requireSync: true });
  private painter: RowPainter | null = null;
  private ground: HTMLCanvasElement | null = null;

  protected readonly heading = computed(() => {
    const view = this.state().view;
    if (!view) return 'nothing to lay out yet';
    const { fit, job } = view;
    return `the ${fit.layout.path.closed ? 'loop' : 'path'} laid out straight, 0 to ${formatLength(fit.layout.path.length, job.unit)}`;
  });
  protected readonly closing = computed(() => {
    const view = this.state().view;
    if (!view) return 'no closing place yet';
    const { fit, job } = view;
    if (fit.row.kind === 'still') return 'not closed';
    if (fit.gap < -1e-9) return `overlap ${formatLength(-fit.gap, job.unit)}`;
    return `${fit.layout.path.closed ? 'closing place' : 'at the end'}: ${formatLength(Math.max(0, fit.gap), job.unit, 1)}`;
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.strip().nativeElement;
      const watcher = new ResizeObserver(() => this.renew());
      watcher.observe(element);
      destroyed.onDestroy(() => watcher.disconnect());
      this.fits.state$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.renew());
      this.context.wheel$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.renew());
      this.playback.position$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.paint());
    });
  }

  /** A click on a wrap selects its wheel, as on the drawing. */
  protected pick(event: MouseEvent): void {
    const view = this.fits.now.view;
    if (!view) return;
    const map = tapeMap(view.fit.layout.path.length, this.strip().nativeElement.clientWidth);
    const s = (event.offsetX - map.left) / map.pixelsPerMm;
    const wrap = view.fit.layout.wraps.find((w) => s >= w.from && s <= w.to);
    this.context.selectWheel(wrap?.wheel ?? null);
  }

  /** Paints anew what does not move, then the rest over it. */
  private renew(): void {
    const view = this.fits.now.view;
    if (!view) return;
    if (this.painter?.fit !== view.fit) this.painter = new RowPainter(view.fit, view.resolved.sequence);
    const canvas = this.strip().nativeElement;
    sizeCanvas(canvas, canvas.clientWidth, canvas.clientHeight);
    const ground = document.createElement('canvas');
    const ctx = sizeCanvas(ground, canvas.clientWidth, canvas.clientHeight);
    const map = tapeMap(view.fit.layout.path.length, canvas.clientWidth);
    paintTapeGround(ctx, map, view.fit, view.job.unit, this.context.selectedWheel, view.approaches);
    this.ground = ground;
    sizeCanvas(this.lens().nativeElement, LENS, LENS);
    this.paint();
  }

  private paint(): void {
    const view: FitView | null = this.fits.now.view;
    const { painter, ground } = this;
    if (!view || !painter || !ground || painter.fit !== view.fit) return;
    painter.moveTo(this.playback.now.travel);
    const canvas = this.strip().nativeElement;
    const ctx = canvas.getContext('2d');
    const lens = this.lens().nativeElement.getContext('2d');
    if (!ctx || !lens) return;
    ctx.save();
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, canvas.width, canvas.height);
    if (ground.width > 0) ctx.drawImage(ground, 0, 0);
    ctx.restore();
    const map = tapeMap(view.fit.layout.path.length, canvas.clientWidth);
    paintTapeLinks(ctx, map, view.fit, painter, view.resolved.sequence);
    lens.clearRect(0, 0, LENS, LENS);
    paintLens(lens, LENS, view.fit, painter, view.resolved.sequence);
  }
}

/** Gives a canvas its size in device pixels, mapped so that one unit is a CSS pixel. */
function sizeCanvas(canvas: HTMLCanvasElement, width: number, height: number): CanvasRenderingContext2D {
  const k = window.devicePixelRatio;
  canvas.width = Math.round(width * k);
  canvas.height = Math.round(height * k);
  const ctx = canvas.getContext('2d');
  if (!ctx) throw new Error('the browser gives no 2D canvas');
  ctx.setTransform(k, 0, 0, k, 0, 0);
  return ctx;
}
