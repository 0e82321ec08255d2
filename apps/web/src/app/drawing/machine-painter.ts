import { colourOf, machineParts, type MachineParts } from '@coin-relay/scene';
import { anchorAt, bodyAt, formatLength, materialsOf, measureAt, type Machine } from '@coin-relay/model';
import { THEME } from '../shared/theme';
import { PartPainter } from '@coin-relay/painting';
import type { Trail } from './trail';

/** Moments before the one shown that a trail is told by: over this part of the loop. */
const TRAIL_DOTS = 14;
const TRAIL_PART = 1 / 6;

/** Paints what of a machine lies between its rows. The canvas is mapped to mm, y up. */
export class MachinePainter {
  private made: { readonly parts: MachineParts; readonly frame: number; readonly pixel: number } | null =
    null;
  private frame = NaN;
  private readonly painter: PartPainter;
  private readonly partsAt: (frame: number, pixel: number) => MachineParts;

  /** @param measures with the lines of measures and their values */
  constructor(
    readonly machine: Machine,
    private readonly measures = true,
  ) {
    const materials = materialsOf(machine.job);
    this.painter = new PartPainter((material) => colourOf(materials, material));
    this.partsAt = machineParts(machine);
  }

  moveTo(frame: number): void {
    this.frame = frame;
  }

  /** What there is at the frame that was gone to; made when it is first painted. */
  private parts(pixel: number): MachineParts {
    const { made, frame } = this;
    if (made?.frame === frame && made.pixel === pixel) return made.parts;
    const parts = this.partsAt(frame, pixel);
    this.made = { parts, frame, pixel };
    return parts;
  }

  paintBehind(ctx: CanvasRenderingContext2D, pixel: number): void {
    this.painter.paint(ctx, this.parts(pixel).behind, pixel);
  }

  paintOver(ctx: CanvasRenderingContext2D, pixel: number): void {
    this.painter.paint(ctx, this.parts(pixel).over, pixel);
    if (this.measures) this.paintMeasures(ctx, pixel);
  }

  /** A measure is a line between its ends with its value on it. */
  private paintMeasures(ctx: CanvasRenderingContext2D, pixel: number): void {
    const { job } = this.machine;
    for (const measure of job.measures ?? []) {
      const a = anchorAt(this.machine, measure.from, this.frame);
      const b = anchorAt(this.machine, measure.to, this.frame);
      const value = measureAt(this.machine, measure, this.frame);
      if (!a || !b || value === null || !(value > 0)) continue;
      const [ux, uy] = [(b.x - a.x) / value, (b.y - a.y) / value];
      // Beside what it measures, so that a spring between the same ends is seen.
      const off = 34 * pixel;
      const [ox, oy] = [-uy * off, ux * off];
      const bar = 5 * pixel;
      ctx.strokeStyle = THEME.accent;
      ctx.lineWidth = pixel;
      ctx.beginPath();
      ctx.moveTo(a.x + ox, a.y + oy);
      ctx.lineTo(b.x + ox, b.y + oy);
      for (const p of [a, b]) {
        ctx.moveTo(p.x + ox - uy * bar, p.y + oy + ux * bar);
        ctx.lineTo(p.x + ox + uy * bar, p.y + oy - ux * bar);
      }
      ctx.stroke();
      // Beyond the line, as far as the words are wide that way.
      const text = formatLength(value, job.unit);
      const clear = (Math.abs(uy) * 3.6 * text.length + Math.abs(ux) * 8 + 6) * pixel;
      const [cx, cy] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
      this.paintText(ctx, cx - uy * (off + clear), cy + ux * (off + clear), text, pixel);
    }
  }

  private paintText(ctx: CanvasRenderingContext2D, x: number, y: number, text: string, pixel: number): void {
    ctx.save();
    ctx.translate(x, y);
    ctx.scale(pixel, -pixel);
    ctx.font = `600 12px ${THEME.sans}`;
    ctx.textAlign = 'center';
    ctx.textBaseline = 'middle';
    ctx.lineWidth = 4;
    ctx.lineJoin = 'round';
    ctx.strokeStyle = THEME.paper;
    ctx.strokeText(text, 0, 0);
    ctx.fillStyle = THEME.accent;
    ctx.fillText(text, 0, 0);
    ctx.restore();
  }
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
