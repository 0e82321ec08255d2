import type { Ring } from '../solid/rings';

/** x0, y0, x1, y1 of rings. */
export function ringsBox(rings: readonly Ring[]): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      box[0] = Math.min(box[0], ring[i]);
      box[1] = Math.min(box[1], ring[i + 1]);
      box[2] = Math.max(box[2], ring[i]);
      box[3] = Math.max(box[3], ring[i + 1]);
    }
  return box;
}
