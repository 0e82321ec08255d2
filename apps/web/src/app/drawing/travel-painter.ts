import type { FitOutcome } from '@coin-relay/core';
import { THEME } from '../shared/theme';

/** The line a wheel moves along: its ends as bars, where the wheel stood as a small ring, where it is now as an arrow. */
export function paintTravel(ctx: CanvasRenderingContext2D, fit: FitOutcome, pixel: number): void {
  const { tension, hold } = fit.request;
  const wheel = fit.layout.wheels.find(({ id }) => id === tension?.wheel);
  if (hold !== 'wheel' || !tension || !wheel || fit.takeUp === null) return;
  const size = Math.hypot(tension.dx, tension.dy);
  const [ux, uy] = [tension.dx / size, tension.dy / size];
  const from = { x: wheel.x - fit.takeUp * ux, y: wheel.y - fit.takeUp * uy };
  const at = (t: number): [number, number] => [from.x + t * ux, from.y + t * uy];
  const bar = 7 * pixel;
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 1.4 * pixel;
  ctx.setLineDash([5 * pixel, 4 * pixel]);
  ctx.beginPath();
  ctx.moveTo(...at(tension.min));
  ctx.lineTo(...at(tension.max));
  ctx.stroke();
  ctx.setLineDash([]);
  ctx.beginPath();
  for (const t of [tension.min, tension.max]) {
    const [x, y] = at(t);
    ctx.moveTo(x - uy * bar, y + ux * bar);
    ctx.lineTo(x + uy * bar, y - ux * bar);
  }
  ctx.moveTo(from.x + 4 * pixel, from.y);
  ctx.arc(from.x, from.y, 4 * pixel, 0, 2 * Math.PI);
  ctx.stroke();
  if (Math.abs(fit.takeUp) < 6 * pixel) return;
  const way = Math.sign(fit.takeUp);
  const head = 6 * pixel;
  ctx.beginPath();
  ctx.moveTo(wheel.x, wheel.y);
  ctx.lineTo(wheel.x - way * head * ux - head * 0.6 * uy, wheel.y - way * head * uy + head * 0.6 * ux);
  ctx.lineTo(wheel.x - way * head * ux + head * 0.6 * uy, wheel.y - way * head * uy - head * 0.6 * ux);
  ctx.closePath();
  ctx.fillStyle = THEME.accent;
  ctx.fill();
}
