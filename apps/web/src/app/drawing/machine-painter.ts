import { colourOf, machineParts, type MachineParts } from '@coin-relay/scene';
import { anchorAt, formatLength, materialsOf, measureAt, type Machine } from '@coin-relay/model';
import { THEME } from '../shared/theme';
import { PartPainter } from '@coin-relay/painting';

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
