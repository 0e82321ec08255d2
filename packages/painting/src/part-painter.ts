import { INK, type MachinePart } from '@coin-relay/scene';
import { newOutline, type Brush, type Outline } from './brush';

/** Outlines kept at the most. */
const MOST_SHAPES = 200;

/** Paints the parts between the rows of a machine, mm, y up. */
export class PartPainter {
  /** Outlines that are only set down elsewhere in every frame, by their data; others are new in each. */
  private readonly shapes = new Map<string, Outline>();

  constructor(private readonly colour: (material: string) => string) {}

  paint(ctx: Brush, parts: readonly MachinePart[], pixel: number): void {
    for (const part of parts) {
      const { at, wire, fill, line } = part;
      const shape = this.shapeOf(part);
      ctx.save();
      if (at) ctx.transform(at[0], at[1], at[2], at[3], at[4], at[5]);
      if (wire) {
        ctx.lineJoin = 'round';
        ctx.lineCap = 'round';
        ctx.lineWidth = wire.width + pixel;
        ctx.strokeStyle = INK;
        ctx.stroke(shape);
        ctx.lineWidth = Math.max(wire.width - pixel, wire.width * 0.5);
        ctx.strokeStyle = this.colour(wire.material);
        ctx.stroke(shape);
      }
      if (fill !== null) {
        ctx.fillStyle = this.colour(fill);
        ctx.fill(shape, 'evenodd');
      }
      if (line) {
        ctx.lineWidth = pixel;
        ctx.strokeStyle = INK;
        ctx.stroke(shape);
      }
      ctx.restore();
    }
  }

  private shapeOf({ d, at }: MachinePart): Outline {
    if (!at) return newOutline(d);
    let shape = this.shapes.get(d);
    if (!shape) {
      // Springs are other ones in every frame: what is kept does not grow with the time it runs.
      if (this.shapes.size >= MOST_SHAPES) this.shapes.clear();
      shape = newOutline(d);
      this.shapes.set(d, shape);
    }
    return shape;
  }
}
