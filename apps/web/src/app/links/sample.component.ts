import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import { figureBox, pieceFigure, pieceLayer, type Box } from '@coin-relay/scene';
import type { JobPiece, Material } from '@coin-relay/model';
import { paintStraight } from '@coin-relay/painting';

/** A few pieces in a row, as large as there is room, laid straight. */
@Component({
  selector: 'relay-sample',
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
export class SampleComponent {
  readonly pieces = input.required<readonly JobPiece[]>();
  readonly materials = input.required<readonly Material[]>();
  readonly label = input.required<string>();
  readonly count = input(3);
  /** Pixels per mm; null: as large as there is room. */
  readonly scale = input<number | null>(null);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    afterRenderEffect(() => this.paint());
  }

  private paint(): void {
    const canvas = this.canvas().nativeElement;
    const ctx = canvas.getContext('2d');
    const pieces = this.pieces();
    const { clientWidth: w, clientHeight: h } = canvas;
    if (!ctx || pieces.length === 0 || w === 0) return;
    const k = window.devicePixelRatio;
    canvas.width = Math.round(w * k);
    canvas.height = Math.round(h * k);
    const n = this.count();
    const row = Array.from({ length: n }, (_, i) => pieces[i % pieces.length]);
    const starts: number[] = [];
    let end = 0;
    for (const piece of row) {
      starts.push(end);
      end += piece.pitch;
    }
    const known = new Map(pieces.map((piece) => [piece, figureBox(pieceFigure(piece, piece.pitch))]));
    const boxes = row.map((piece): Box => known.get(piece) ?? [0, 0, 0, 0]);
    const x0 = Math.min(...boxes.map((box, i) => box[0] + starts[i]));
    const x1 = Math.max(...boxes.map((box, i) => box[2] + starts[i]));
    const y0 = Math.min(...boxes.map((box) => box[1]));
    const y1 = Math.max(...boxes.map((box) => box[3]));
    const scale =
      this.scale() ?? Math.min((w - 12) / Math.max(x1 - x0, 1e-6), (h - 12) / Math.max(y1 - y0, 1e-6));
    const left = w / 2 - ((x0 + x1) / 2) * scale;
    const base = h / 2 + ((y0 + y1) / 2) * scale;
    for (const pass of [0, 1, 'over'] as const) {
      row.forEach((piece, i) => {
        if (pass !== 'over' && pieceLayer(piece) !== pass) return;
        ctx.setTransform(scale * k, 0, 0, -scale * k, (left + starts[i] * scale) * k, base * k);
        paintStraight(ctx, piece, piece.pitch, 1 / scale, {
          materials: this.materials(),
          over: pass === 'over',
        });
      });
    }
  }
}
