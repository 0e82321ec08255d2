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
import type { JobPiece, ResolvedSetOut } from '@coin-relay/model';
import { paintPath } from '../drawing/path-painter';
import { rowBounds } from '@coin-relay/formats';
import { RowPainter } from '../drawing/row-painter';
import { fitView, roundAll } from '../drawing/view-port';

/** A row of a picture. */
export interface LiveRow {
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly sequence: readonly JobPiece[];
  /** Pitches a second. */
  readonly speed: number;
}

/** A small picture of fitted rows that run while it is on the screen. */
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
  readonly rows = input.required<readonly LiveRow[]>();
  readonly label = input('');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private painters: readonly { painter: RowPainter; speed: number }[] = [];
  private visible = false;
  private request = 0;
  private lastPaint = 0;

  constructor() {
    const destroyed = inject(DestroyRef);
    effect(() => {
      this.painters = this.rows().map(({ fit, setOut, sequence, speed }) => ({
        painter: new RowPainter(fit, setOut, sequence),
        speed,
      }));
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
      this.paint(time / 1000);
    }
    this.request = requestAnimationFrame(this.tick);
  };

  private paint(seconds: number): void {
    const { painters } = this;
    const canvas = this.canvas().nativeElement;
    const { clientWidth, clientHeight } = canvas;
    const ctx = canvas.getContext('2d');
    if (painters.length === 0 || !ctx || clientWidth === 0) return;
    const k = window.devicePixelRatio;
    if (canvas.width !== Math.round(clientWidth * k)) {
      canvas.width = Math.round(clientWidth * k);
      canvas.height = Math.round(clientHeight * k);
    }
    const view = fitView(
      roundAll(painters.map(({ painter }) => rowBounds(painter.scene))),
      clientWidth,
      clientHeight,
      12,
    );
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, canvas.width, canvas.height);
    ctx.setTransform(view.scale * k, 0, 0, -view.scale * k, view.x * k, view.y * k);
    const pixel = 0.8 / view.scale;
    for (const { painter, speed } of painters) {
      const travel = seconds * speed;
      painter.moveTo(travel);
      painter.paint(ctx, travel, pixel, () => paintPath(ctx, painter.fit, pixel));
    }
  }
}
