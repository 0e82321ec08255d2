/** A box in space, turned anyhow: its middle, three unit vectors along its edges, and half its lengths along them, mm. */
export interface SpaceBox {
  readonly middle: readonly number[];
  readonly axes: readonly (readonly number[])[];
  readonly half: readonly number[];
}

/** Two edges this near to parallel (the sine of the angle between them) have no way across both of their own. */
const PARALLEL = 1e-6;

/**
 * How deep two boxes lie in each other, mm: how far one of them would have to be moved to be clear of the other; 0 where
 * they only touch or are apart. By separating axes (Gottschalk, Lin, Manocha 1996): the three ways of each, and those
 * across one edge of each.
 */
export function boxDepth(a: SpaceBox, b: SpaceBox): number {
  const between = [0, 1, 2].map((i) => b.middle[i] - a.middle[i]);
  let least = Infinity;
  const isApart = (way: readonly number[], size: number): boolean => {
    const reach = (box: SpaceBox): number =>
      box.axes.reduce((sum, axis, i) => sum + box.half[i] * Math.abs(dot(axis, way)), 0);
    const depth = (reach(a) + reach(b) - Math.abs(dot(between, way))) / size;
    least = Math.min(least, depth);
    return depth <= 0;
  };
  for (const axis of [...a.axes, ...b.axes]) if (isApart(axis, 1)) return 0;
  for (const u of a.axes) {
    for (const v of b.axes) {
      const way = cross(u, v);
      const size = Math.hypot(...way);
      if (size > PARALLEL && isApart(way, size)) return 0;
    }
  }
  return least;
}

const dot = (a: readonly number[], b: readonly number[]): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: readonly number[], b: readonly number[]): readonly number[] => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
