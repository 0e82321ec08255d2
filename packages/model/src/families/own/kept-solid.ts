import { composed, type Map3 } from '@coin-relay/core';
import type { KeptSolid } from './kept-solid-schema';

/** The body moved, turned, scaled or mirrored in the axes of its piece. */
export const placedSolid = (solid: KeptSolid, map: Map3): KeptSolid => ({
  ...solid,
  place: [...composed(map, solid.place)],
});

/** The box of the body in the axes of its piece: x0, y0, z0, x1, y1, z1, mm; exact for quarter turns. */
export function solidBounds({ bounds: b, place: m }: KeptSolid): readonly number[] {
  const reach = [0, 1, 2].map((row) => {
    const ends = [0, 1, 2].map((axis) => [m[4 * row + axis] * b[axis], m[4 * row + axis] * b[3 + axis]]);
    const sum = (pick: (...values: number[]) => number): number =>
      ends.reduce((total, each) => total + pick(...each), m[4 * row + 3]);
    return [sum(Math.min), sum(Math.max)];
  });
  return [...reach.map(([low]) => low), ...reach.map(([, high]) => high)];
}
