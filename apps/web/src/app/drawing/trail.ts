import { bodyAt, pinOfPiece, type Machine } from '@coin-relay/model';
import { THEME } from '../shared/theme';

/** The way of one link through the loop. */
export interface Trail {
  /** x and y at every moment looked at; NaN where the link is not there. */
  readonly points: Float64Array;
  /** Frames from one moment to the next. */
  readonly step: number;
}

/** Paints the way of a link at a frame. */
export type ShownTrail = (ctx: CanvasRenderingContext2D, frame: number, pixel: number) => void;

/** Moments before the one shown that a trail is told by: over this part of the loop. */
const TRAIL_DOTS = 14;
const TRAIL_PART = 1 / 6;

/** Moments that are looked at, at the most. */
const MOST_MOMENTS = 240;

/**
 * Follows the first pin of a link through the loop; null for a run that is not there.
 * @param drives seen from the ground, where the machine drives over it
 */
export function trailOf(machine: Machine, run: string, place: number, drives = false): Trail | null {
  if (!machine.rows.has(run)) return null;
  const many = Math.min(machine.frames, MOST_MOMENTS);
  const step = machine.frames / many;
  const points = new Float64Array(2 * (many + 1)).fill(NaN);
  for (let m = 0; m <= many; m++) {
    const frame = Math.round(m * step);
    const pin = pinOfPiece(machine, run, place, frame);
    if (!pin) continue;
    const body = drives ? bodyAt(machine, frame) : null;
    points.set([pin.x + (body?.dx ?? 0), pin.y + (body?.dy ?? 0)], 2 * m);
  }
  return { points, step };
}

/** The way of a link: all of it faint, and where it was just now. */
export function paintTrail(
  ctx: CanvasRenderingContext2D,
  { points, step }: Trail,
  frame: number,
  pixel: number,
): void {
  const many = points.length / 2 - 1;
  ctx.strokeStyle = THEME.accent;
  ctx.globalAlpha = 0.35;
  ctx.lineWidth = 1.5 * pixel;
  ctx.beginPath();
  let down = false;
  for (let m = 0; m <= many; m++) {
    const [x, y] = [points[2 * m], points[2 * m + 1]];
    if (Number.isNaN(x)) down = false;
    else if (down) ctx.lineTo(x, y);
    else {
      ctx.moveTo(x, y);
      down = true;
    }
  }
  ctx.stroke();
  ctx.fillStyle = THEME.accent;
  const now = Math.round(frame / step);
  const apart = Math.max(1, Math.round((many * TRAIL_PART) / TRAIL_DOTS));
  for (let back = TRAIL_DOTS; back >= 0; back--) {
    const m = now - back * apart;
    if (m < 0 || m > many) continue;
    const [x, y] = [points[2 * m], points[2 * m + 1]];
    if (Number.isNaN(x)) continue;
    ctx.globalAlpha = 0.2 + 0.7 * (1 - back / TRAIL_DOTS);
    ctx.beginPath();
    ctx.arc(x, y, (back === 0 ? 4.5 : 2.5) * pixel, 0, 2 * Math.PI);
    ctx.fill();
  }
  ctx.globalAlpha = 1;
}
