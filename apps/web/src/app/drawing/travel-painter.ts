import type { FitOutcome, Vec } from '@coin-relay/core';
import { THEME } from '../shared/theme';
import type { Bounds } from '@coin-relay/painting';

/** A wheel that moves along a line: its direction, where it stood, and how far it may go back and on, mm. */
interface Travel {
  readonly wheel: Vec;
  readonly takeUp: number;
  readonly ux: number;
  readonly uy: number;
  readonly from: Vec;
  readonly ends: readonly [number, number];
}

/** The wheel of a fit that moves; null where none does. */
function travelOf({ request, layout, takeUp }: FitOutcome): Travel | null {
  const { tension, hold } = request;
  const wheel = layout.wheels.find(({ id }) => id === tension?.wheel);
  if (hold !== 'wheel' || !tension || !wheel || takeUp === null) return null;
  const size = Math.hypot(tension.dx, tension.dy);
  const [ux, uy] = [tension.dx / size, tension.dy / size];
  const from = { x: wheel.x - takeUp * ux, y: wheel.y - takeUp * uy };
  return { wheel, takeUp, ux, uy, from, ends: [tension.min, tension.max] };
}

/** Where the line ends that a wheel moves along, as boxes of no size; none where none moves. */
export function travelBounds(fit: FitOutcome): Bounds[] {
  const travel = travelOf(fit);
  if (!travel) return [];
  const { from, ux, uy, ends } = travel;
  return ends.map((t): Bounds => {
    const [x, y] = [from.x + t * ux, from.y + t * uy];
    return [x, y, x, y];
  });
}

/** The line a wheel moves along: its ends as bars, where the wheel stood as a small ring, where it is now as an arrow. */
export function paintTravel(ctx: CanvasRenderingContext2D, fit: FitOutcome, pixel: number): void {
  const travel = travelOf(fit);
  if (!travel) return;
  const { wheel, takeUp, ux, uy, from, ends } = travel;
  const at = (t: number): [number, number] => [from.x + t * ux, from.y + t * uy];
  const bar = 7 * pixel;
  ctx.strokeStyle = THEME.accent;
  ctx.lineWidth = 1.4 * pixel;
  ctx.setLineDash([5 * pixel, 4 * pixel]);
  ctx.beginPath();
  ctx.moveTo(...at(ends[0]));
  ctx.lineTo(...at(ends[1]));
  ctx.stroke();
  ctx.setLineDash([]);
  ctx.beginPath();
  for (const t of ends) {
    const [x, y] = at(t);
    ctx.moveTo(x - uy * bar, y + ux * bar);
    ctx.lineTo(x + uy * bar, y - ux * bar);
  }
  ctx.moveTo(from.x + 4 * pixel, from.y);
  ctx.arc(from.x, from.y, 4 * pixel, 0, 2 * Math.PI);
  ctx.stroke();
  if (Math.abs(takeUp) < 6 * pixel) return;
  const way = Math.sign(takeUp);
  const head = 6 * pixel;
  ctx.beginPath();
  ctx.moveTo(wheel.x, wheel.y);
  ctx.lineTo(wheel.x - way * head * ux - head * 0.6 * uy, wheel.y - way * head * uy + head * 0.6 * ux);
  ctx.lineTo(wheel.x - way * head * ux + head * 0.6 * uy, wheel.y - way * head * uy - head * 0.6 * ux);
  ctx.closePath();
  ctx.fillStyle = THEME.accent;
  ctx.fill();
}
