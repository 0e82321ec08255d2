import { eachPlace, type RowScene } from '@coin-relay/scene';
import { THEME } from '../shared/theme';

/** Marks on single places: a small cross where one is left out, a ring round each that is chosen. */
export function paintPlaces(
  ctx: CanvasRenderingContext2D,
  scene: RowScene,
  chosen: ReadonlySet<number>,
  pixel: number,
): void {
  const { leftOut } = scene.setOut.table;
  if (chosen.size === 0 && !leftOut.includes(1)) return;
  const ring = Math.max(scene.span * 0.55, 7 * pixel);
  eachPlace(scene, (_, i, x, y) => {
    if (leftOut[i] === 1) {
      const r = 4 * pixel;
      ctx.beginPath();
      ctx.moveTo(x - r, y - r);
      ctx.lineTo(x + r, y + r);
      ctx.moveTo(x - r, y + r);
      ctx.lineTo(x + r, y - r);
      ctx.strokeStyle = THEME.inkSoft;
      ctx.lineWidth = 1.4 * pixel;
      ctx.stroke();
    }
    if (!chosen.has(i)) return;
    ctx.beginPath();
    ctx.arc(x, y, ring, 0, 2 * Math.PI);
    ctx.strokeStyle = THEME.accent;
    ctx.lineWidth = 2 * pixel;
    ctx.stroke();
  });
}
