import type { Vec } from '@coin-relay/core';
import { THEME } from '../shared/theme';
import { toScreen, type ViewPort } from '@coin-relay/painting';

/** What is drawn besides the row: a line to the pointer, a box, marked places. */
export interface Overlay {
  readonly line?: readonly [Vec, Vec] | null;
  /** Screen pixels. */
  readonly box?: readonly [Vec, Vec] | null;
  readonly marks?: readonly Vec[];
}

/** The line and the box, under the handles. */
export function paintGuides(ctx: CanvasRenderingContext2D, { line, box }: Overlay, view: ViewPort): void {
  if (line) {
    const [a, b] = line.map((p) => toScreen(view, p.x, p.y));
    ctx.beginPath();
    ctx.setLineDash([5, 4]);
    ctx.moveTo(a.x, a.y);
    ctx.lineTo(b.x, b.y);
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 1.2;
    ctx.stroke();
    ctx.setLineDash([]);
  }
  if (box) {
    const [a, b] = box;
    ctx.strokeStyle = THEME.accent;
    ctx.fillStyle = 'rgba(19, 94, 116, 0.08)';
    ctx.lineWidth = 1;
    ctx.fillRect(a.x, a.y, b.x - a.x, b.y - a.y);
    ctx.strokeRect(a.x, a.y, b.x - a.x, b.y - a.y);
  }
}

/** Marked places, over the handles. */
export function paintCrosses(ctx: CanvasRenderingContext2D, { marks }: Overlay, view: ViewPort): void {
  for (const mark of marks ?? []) {
    const p = toScreen(view, mark.x, mark.y);
    ctx.beginPath();
    ctx.arc(p.x, p.y, 6, 0, 2 * Math.PI);
    ctx.moveTo(p.x - 10, p.y);
    ctx.lineTo(p.x + 10, p.y);
    ctx.moveTo(p.x, p.y - 10);
    ctx.lineTo(p.x, p.y + 10);
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 1.5;
    ctx.stroke();
  }
}

/** Points from the edge of the drawing to what lies out of sight. */
export function paintAway(
  ctx: CanvasRenderingContext2D,
  { x, y, angle }: { readonly x: number; readonly y: number; readonly angle: number },
): void {
  ctx.save();
  ctx.translate(x, y);
  ctx.rotate(angle);
  ctx.fillStyle = THEME.accent;
  ctx.beginPath();
  ctx.moveTo(6, 0);
  ctx.lineTo(-4, 5);
  ctx.lineTo(-4, -5);
  ctx.fill();
  ctx.fillRect(9, -14, 2, 28);
  ctx.restore();
}
