import type { Vec } from './vec';

/** An affine map of the plane: x' = a x + c y + e, y' = b x + d y + f; a … f in the order of SVG's matrix(). */
export type Affine = ArrayLike<number>;

/** A map as plain numbers. */
export type AffineTuple = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: AffineTuple = [1, 0, 0, 1, 0, 0];

export const mapPoint = (m: Affine, { x, y }: Vec): Vec => ({
  x: m[0] * x + m[2] * y + m[4],
  y: m[1] * x + m[3] * y + m[5],
});

/** The map that does `inner` first and `outer` after it. */
export function multiply(outer: Affine, inner: Affine): AffineTuple {
  return [
    outer[0] * inner[0] + outer[2] * inner[1],
    outer[1] * inner[0] + outer[3] * inner[1],
    outer[0] * inner[2] + outer[2] * inner[3],
    outer[1] * inner[2] + outer[3] * inner[3],
    outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
    outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
  ];
}

/** How much larger areas become; negative where the map mirrors, 0 where it has no inverse. */
export const determinant = (m: Affine): number => m[0] * m[3] - m[1] * m[2];

/** The map that undoes another, which must have a determinant that is not 0. */
export function inverse(m: Affine): AffineTuple {
  const det = determinant(m);
  const [a, b, c, d] = [m[3] / det, -m[1] / det, -m[2] / det, m[0] / det];
  return [a, b, c, d, -(a * m[4] + c * m[5]), -(b * m[4] + d * m[5])];
}

/** Turns by an angle (radians) about the origin, then moves to a place. */
export function turnedTo(x: number, y: number, angle: number): AffineTuple {
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  return [c, s, -s, c, x, y];
}

/** Mirrors over the line through a point in a direction (radians). */
export function mirrorOver(x: number, y: number, angle: number): AffineTuple {
  const c = Math.cos(2 * angle);
  const s = Math.sin(2 * angle);
  return [c, s, s, -c, x - c * x - s * y, y - s * x + c * y];
}
