import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import type { FitOutcome } from '@coin-relay/core';
import type { JobPiece } from '@coin-relay/model';
import { paintPath } from '../drawing/path-painter';
import { pictureBounds } from '../drawing/picture-bounds';
import { RowPainter } from '../drawing/row-painter';
import { fitView } from '../drawing/view-port';

/** A small picture of a fitted row that runs while it is on the screen. */
@Component({
  selector: 'relay-live-picture',
  template: '<canvas #canvas role="img" [attr.aria-label]="label()"></canvas>',
  styles: `
    :host {
      display: block;
    }
    canvas {
      display: block;
      width: 100%;
      height: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LivePictureComponent {
  readonly fit = input.required<FitOutcome>();
  readonly sequence = input.required<readonly JobPiece[]>();
  /** Pitches a second. */
  readonly speed = input(0);
  readonly label = input('');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private painter: RowPainter | null = null;
  private visible = false;
  private request = 0;
  private lastPaint = 0;

  constructor() {
    const destroyed = inject(DestroyRef);
    effect(() => {
      this.painter = new RowPainter(this.fit(), this.sequence());
      this.paint(0);
    });
    afterNextRender(() => {
      const watcher = new IntersectionObserver((entries) => {
        this.visible = entries.some((entry) => entry.isIntersecting);
        cancelAnimationFrame(this.request);
        if (this.visible && !matchMedia('(prefers-reduced-motion: reduce)').matches)
          this.request = requestAnimationFrame(this.tick);
      });
      watcher.observe(this.canvas().nativeElement);
      this.paint(0);
      destroyed.onDestroy(() => {
        watcher.disconnect();
        cancelAnimationFrame(this.request);
      });
    });
  }

  /** Twelve pictures a second are enough for a small one. */
  private readonly tick = (time: number): void => {
    if (time - this.lastPaint >= 80) {
      this.lastPaint = time;
      this.paint((time / 1000) * this.speed());
    }
    this.request = requestAnimationFrame(this.tick);
  };

  private paint(travel: number): void {
    const { painter } = this;
    const canvas = this.canvas().nativeElement;
    const { clientWidth, clientHeight } = canvas;
    const ctx = canvas.getContext('2d');
    if (!painter || !ctx || clientWidth === 0) return;
    const k = window.devicePixelRatio;
    if (canvas.width !== Math.round(clientWidth * k)) {
      canvas.width = Math.round(clientWidth * k);
      canvas.height = Math.round(clientHeight * k);
    }
    const view = fitView(pictureBounds(painter.fit), clientWidth, clientHeight, 12);
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, canvas.width, canvas.height);
    ctx.setTransform(view.scale * k, 0, 0, -view.scale * k, view.x * k, view.y * k);
    const pixel = 0.8 / view.scale;
    painter.moveTo(travel);
    painter.paint(ctx, travel, pixel, () => paintPath(ctx, painter.fit, pixel));
  }
}
