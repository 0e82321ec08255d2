import type { Machine } from '@coin-relay/model';
import { fitView, type Brush, type FrameLook, type ViewPort } from '@coin-relay/painting';
import { INK, PATH_COLOUR } from '@coin-relay/scene';
import { InkScene, type InkAsked } from '@coin-relay/scene/solid';
import type { FrameSource } from './frame-source';

/** Frames that are looked at to find what all of it takes up. */
const LOOKED_AT = 12;
/** Widths of lines, px; of hidden ones with their dashes. */
const SEEN = 1.2;
const HIDDEN = 0.7;
const DASHES = [5, 3];

/** Frames of a machine in space in ink. */
export class InkPictures implements FrameSource {
  private readonly scene: InkScene;
  private readonly view: ViewPort;

  /** @param frames all that are to be painted: the view is the same in all of them */
  constructor(
    machine: Machine,
    asked: InkAsked,
    private readonly look: FrameLook,
    frames: readonly number[],
  ) {
    this.scene = new InkScene(machine, asked);
    const { width, height, margin } = look;
    const every = Math.max(1, Math.ceil(frames.length / LOOKED_AT));
    const box = this.scene.boundsOver(frames.filter((_, i) => i % every === 0));
    this.view = fitView(box, width, height, margin * Math.min(width, height));
  }

  paint(brush: Brush, frame: number): void {
    const { look, view } = this;
    brush.setTransform(1, 0, 0, 1, 0, 0);
    brush.clearRect(0, 0, look.width, look.height);
    if (look.paper !== null) {
      brush.fillStyle = look.paper;
      brush.fillRect(0, 0, look.width, look.height);
    }
    const items = this.scene.at(frame);
    brush.lineCap = brush.lineJoin = 'round';
    brush.strokeStyle = INK;
    brush.lineWidth = HIDDEN;
    brush.setLineDash(DASHES);
    brush.beginPath();
    for (const { hidden } of items) trace(brush, view, hidden);
    brush.stroke();
    brush.setLineDash([]);
    brush.lineWidth = SEEN;
    for (const { kind, seen } of items) {
      brush.strokeStyle = kind === 'path' ? PATH_COLOUR : INK;
      brush.beginPath();
      trace(brush, view, seen);
      brush.stroke();
    }
  }
}

function trace(brush: Brush, { x, y, scale }: ViewPort, lines: readonly Float64Array[]): void {
  for (const line of lines)
    for (let i = 0; i < line.length; i += 2) {
      const [px, py] = [x + scale * line[i], y - scale * line[i + 1]];
      if (i === 0) brush.moveTo(px, py);
      else brush.lineTo(px, py);
    }
}
