import { INK, type MachinePart } from '@coin-relay/scene';

const shapes = new WeakMap<MachinePart, Path2D>();

/** Paints the parts between the rows of a machine, mm, y up. */
export function paintParts(
  ctx: CanvasRenderingContext2D,
  parts: readonly MachinePart[],
  colour: (material: string) => string,
  pixel: number,
): void {
  for (const part of parts) {
    let shape = shapes.get(part);
    if (!shape) {
      shape = new Path2D(part.d);
      shapes.set(part, shape);
    }
    const { at, wire, fill, line } = part;
    ctx.save();
    if (at) ctx.transform(at[0], at[1], at[2], at[3], at[4], at[5]);
    if (wire) {
      ctx.lineJoin = 'round';
      ctx.lineCap = 'round';
      ctx.lineWidth = wire.width + pixel;
      ctx.strokeStyle = INK;
      ctx.stroke(shape);
      ctx.lineWidth = Math.max(wire.width - pixel, wire.width * 0.5);
      ctx.strokeStyle = colour(wire.material);
      ctx.stroke(shape);
    }
    if (fill !== null) {
      ctx.fillStyle = colour(fill);
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
