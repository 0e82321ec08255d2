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
import { moveRow, type Machine } from '@coin-relay/model';
import { machineBounds, rowBounds } from '@coin-relay/scene';
import { MachinePainter } from './machine-painter';
import {
  fitView,
  paintTurn,
  paintTurns,
  roundAll,
  RowPainter,
  viewOfRows,
  type PaintTurn,
} from '@coin-relay/painting';

/** A small picture of a machine that runs while it is on the screen. */
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
  readonly machine = input.required<Machine>();
  readonly label = input('');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private painters: readonly RowPainter[] = [];
  private turns: readonly PaintTurn[] = [];
  private parts: MachinePainter | null = null;
  private visible = false;
  private request = 0;
  private lastPaint = 0;

  constructor() {
    const destroyed = inject(DestroyRef);
    effect(() => {
      const machine = this.machine();
      this.parts = new MachinePainter(machine, false);
      this.painters = [...machine.rows].map(([run, { fit, setOut, resolved }]) => {
        const laid = machine.precomputed.rows.get(run) ?? null;
        const painter = new RowPainter(fit, setOut, resolved.sequence, null, run, laid);
        painter.turnings = machine.motions.get(run)?.turnings ?? fit.turnings;
        return painter;
      });
      this.turns = paintTurns(this.painters);
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
    const { painters, parts } = this;
    const canvas = this.canvas().nativeElement;
    const { clientWidth, clientHeight } = canvas;
    const ctx = canvas.getContext('2d');
    if (painters.length === 0 || !parts || !ctx || clientWidth === 0) return;
    const k = window.devicePixelRatio;
    if (canvas.width !== Math.round(clientWidth * k)) {
      canvas.width = Math.round(clientWidth * k);
      canvas.height = Math.round(clientHeight * k);
    }
    const { machine } = parts;
    const boxes = painters.map(({ scene }) => rowBounds(scene));
    const between = machineBounds(machine);
    const view = fitView(roundAll(between ? [...boxes, between] : boxes), clientWidth, clientHeight, 12);
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, canvas.width, canvas.height);
    ctx.setTransform(view.scale * k, 0, 0, -view.scale * k, view.x * k, view.y * k);
    const pixel = 0.8 / view.scale;
    const frame = (seconds * machine.job.motion.framesPerSecond) % machine.frames;
    const looked = viewOfRows(painters, null);
    parts.moveTo(frame);
    parts.paintBehind(ctx, pixel);
    for (const painter of painters) moveRow(painter, machine, painter.run, frame);
    for (const turn of this.turns) paintTurn(ctx, turn, pixel, true, looked);
    parts.paintOver(ctx, pixel);
  }
}
