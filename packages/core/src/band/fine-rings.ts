import type { Ring } from '../solid/rings';
import { STATION_NUMBERS, type BandLine } from './line';

/** Parts that one side of a section is cut into at the most. */
const MOST_PARTS = 64;

/**
 * A section whose sides are cut so short that the two triangles between two stations stray from the twisted face there by
 * no more than a tolerance: the middle of their common side is off by a quarter of how far the four corners are from a
 * plane. What does not twist stays as it is.
 */
export function ringsForTwist(
  { frames, places, closed }: BandLine,
  rings: readonly Ring[],
  tolerance: number,
): Ring[] {
  const n = places.length;
  const off = rings.map((ring) => new Float64Array(ring.length / 2));
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    const a = STATION_NUMBERS * i;
    const b = STATION_NUMBERS * ((i + 1) % n);
    rings.forEach((ring, r) => {
      const many = ring.length / 2;
      for (let k = 0; k < many; k++) {
        const l = (k + 1) % many;
        const [u, v] = [ring[2 * l] - ring[2 * k], ring[2 * l + 1] - ring[2 * k + 1]];
        const side = [0, 1, 2].map((c) => u * frames[a + 3 + c] + v * frames[a + 6 + c]);
        const turned = [0, 1, 2].map((c) => u * frames[b + 3 + c] + v * frames[b + 6 + c] - side[c]);
        const way = [0, 1, 2].map((c) => frames[b + c] - frames[a + c]);
        const normal = [
          way[1] * side[2] - way[2] * side[1],
          way[2] * side[0] - way[0] * side[2],
          way[0] * side[1] - way[1] * side[0],
        ];
        const size = Math.hypot(...normal);
        if (!(size > 0)) continue;
        const stands = Math.abs(normal.reduce((sum, value, c) => sum + value * turned[c], 0)) / size / 4;
        off[r][k] = Math.max(off[r][k], stands);
      }
    });
  }
  return rings.map((ring, r) => {
    const out: number[] = [];
    const many = ring.length / 2;
    for (let k = 0; k < many; k++) {
      const l = (k + 1) % many;
      const parts = Math.min(MOST_PARTS, Math.max(1, Math.ceil(off[r][k] / tolerance)));
      for (let p = 0; p < parts; p++)
        out.push(
          ring[2 * k] + ((ring[2 * l] - ring[2 * k]) * p) / parts,
          ring[2 * k + 1] + ((ring[2 * l + 1] - ring[2 * k + 1]) * p) / parts,
        );
    }
    return Float64Array.from(out);
  });
}
