import type { Backdrop } from '@coin-relay/model';
import { THEME } from '../shared/theme';
import { roundStep, toScreen, type ViewPort } from '@coin-relay/painting';

/** The gridded paper, in screen pixels: every fifth line is heavier. */
export function paintPaper(
  ctx: CanvasRenderingContext2D,
  { scale, x, y }: ViewPort,
  width: number,
  height: number,
): void {
  ctx.fillStyle = THEME.paper;
  ctx.fillRect(0, 0, width, height);
  const step = roundStep(scale, 16) * scale;
  const line = (at: number, vertical: boolean, strong: boolean): void => {
    ctx.strokeStyle = strong ? THEME.ruleStrong : THEME.rule;
    ctx.lineWidth = strong ? 1 : 0.5;
    ctx.beginPath();
    const p = Math.round(at) + 0.5;
    ctx.moveTo(vertical ? p : 0, vertical ? 0 : p);
    ctx.lineTo(vertical ? p : width, vertical ? height : p);
    ctx.stroke();
  };
  for (const [origin, size, vertical] of [
    [x, width, true],
    [y, height, false],
  ] as const) {
    for (let k = Math.ceil(-origin / step); origin + k * step < size; k++)
      line(origin + k * step, vertical, k % 5 === 0);
  }
}

/** The reference picture where it lies on the paper. */
export function paintBackdrop(
  ctx: CanvasRenderingContext2D,
  view: ViewPort,
  at: Backdrop,
  image: CanvasImageSource,
): void {
  const corner = toScreen(view, at.x, at.y);
  const k = at.millimetresPerPixel * view.scale;
  ctx.globalAlpha = at.shown;
  ctx.drawImage(image, corner.x, corner.y, at.width * k, at.height * k);
  ctx.globalAlpha = 1;
}
