import { INK, leftOutMarks, markReach, type RowScene } from '@coin-relay/scene';
import type { Brush } from './brush';

/** A small cross where each place is left out. */
export function paintMarks(ctx: Brush, scene: RowScene, pixel: number): void {
  const r = markReach(scene);
  ctx.strokeStyle = INK;
  ctx.lineWidth = pixel;
  ctx.beginPath();
  for (const { x, y } of leftOutMarks(scene)) {
    ctx.moveTo(x - r, y - r);
    ctx.lineTo(x + r, y + r);
    ctx.moveTo(x - r, y + r);
    ctx.lineTo(x + r, y - r);
  }
  ctx.stroke();
}
