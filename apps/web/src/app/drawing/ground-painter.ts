import { bodyAt, type Machine } from '@coin-relay/model';
import { THEME } from '../shared/theme';

/**
 * The ground that a body drives over: a line under the strand that stands on it, with a mark for
 * every so many mm. It stays where it is while the machine moves.
 * @param below how far under the path the ground lies, mm
 * @param every from one mark to the next, mm
 */
export function paintGround(
  ctx: CanvasRenderingContext2D,
  machine: Machine,
  frame: number,
  below: number,
  every: number,
  pixel: number,
): void {
  const body = bodyAt(machine, frame);
  if (!body) return;
  const { strand } = body;
  const [ux, uy] = [strand.dx, strand.dy];
  // Downwards, whichever way the strand runs.
  const side = ux < 0 ? 1 : -1;
  const [nx, ny] = [-uy * side, ux * side];
  const reach = 4_000;
  const x = strand.x + nx * below;
  const y = strand.y + ny * below;
  ctx.strokeStyle = THEME.ink;
  ctx.lineWidth = 1.5 * pixel;
  ctx.beginPath();
  ctx.moveTo(x - ux * reach, y - uy * reach);
  ctx.lineTo(x + ux * reach, y + uy * reach);
  ctx.stroke();
  ctx.lineWidth = pixel;
  ctx.beginPath();
  const marks = Math.floor(reach / every);
  for (let m = -marks; m <= marks; m++) {
    const size = (m % 5 === 0 ? 12 : 6) * pixel;
    const [px, py] = [x + ux * m * every, y + uy * m * every];
    ctx.moveTo(px, py);
    ctx.lineTo(px + nx * size - ux * size * 0.5, py + ny * size - uy * size * 0.5);
  }
  ctx.stroke();
}
