import { drawOrder, pieceNumberAt, placeOf, wireShapes } from '@coin-relay/scene';
import { paintStraight } from '@coin-relay/painting';
import type { RowPainter } from '@coin-relay/painting';
import { THEME } from '../shared/theme';
import { pastEnd } from './tape-lay';

/**
 * The closing place, enlarged: the end of the loop from the left, its start from the right, drawn
 * with the real outlines laid straight.
 */
export function paintLens(ctx: CanvasRenderingContext2D, size: number, painter: RowPainter): void {
  const { scene } = painter;
  const { span } = scene;
  const scale = size / (span * 3.1);
  const middle = size / 2;
  const { arc, step } = painter.frame;
  const { table, materials } = scene.setOut;
  ctx.save();
  ctx.beginPath();
  ctx.arc(middle, middle, middle - 2, 0, 2 * Math.PI);
  ctx.fillStyle = THEME.paperLight;
  ctx.fill();
  ctx.clip();
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 1;
  ctx.beginPath();
  ctx.moveTo(middle, 4);
  ctx.lineTo(middle, size - 4);
  ctx.stroke();
  const isNear = (k: number): boolean => Math.abs(pastEnd(painter.fit, arc[k * step])) <= span * 4;
  for (const { k, what } of drawOrder(scene, isNear)) {
    if (what !== 'all' && what !== 'over') continue;
    const { piece, mode: seat, span: size } = scene.pieces[pieceNumberAt(scene, k)];
    const s = pastEnd(painter.fit, arc[k * step]);
    const i = placeOf(scene, k);
    const across = arc[k * step + 1] - arc[k * step];
    ctx.save();
    // Carried pieces keep their own size and stand in the middle of their place.
    const own = seat === 'on-middle' ? size : across;
    ctx.translate(middle + (s + (across - own) / 2) * scale, middle);
    ctx.scale(scale, -scale);
    paintStraight(ctx, piece, own, 1 / scale, {
      materials,
      finish: i >= 0 ? table.finish[i] : -1,
      wire: i >= 0 && wireShapes(piece) > 1 ? table.wire[i] : 0,
      over: what === 'over',
    });
    ctx.restore();
  }
  ctx.restore();
  ctx.strokeStyle = THEME.brass;
  ctx.lineWidth = 3;
  ctx.beginPath();
  ctx.arc(middle, middle, middle - 2, 0, 2 * Math.PI);
  ctx.stroke();
}
