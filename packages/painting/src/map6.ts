import type { Brush } from './brush';

/** A canvas map: x' = a x + c y + e, y' = b x + d y + f. */
export type Map6 = readonly [number, number, number, number, number, number];

/** A piece’s own map times the drawing’s, set at once: cheaper than save, turn, restore. */
export function place(ctx: Brush, [a, b, c, d, e, f]: Map6, m: Float64Array): void {
  ctx.setTransform(
    a * m[0] + c * m[1],
    b * m[0] + d * m[1],
    a * m[2] + c * m[3],
    b * m[2] + d * m[3],
    a * m[4] + c * m[5] + e,
    b * m[4] + d * m[5] + f,
  );
}
