import { STATION_NUMBERS, type BandLine } from '@coin-relay/core';
import type { BandSpots } from '@coin-relay/model/solid';

/**
 * Where the corners of a swept band are on it. Told by an angle a place has no seam on a closed one: between two stations
 * it runs on also where the last of them goes on to the first.
 * @param rings as they are swept: station after station, ring after ring
 */
export function bandSpots(
  { places, frames, closed }: BandLine,
  rings: readonly Float64Array[],
  length: number,
): BandSpots {
  const around = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const perRadian = length / (closed ? 2 * Math.PI : Math.PI);
  const spots = new Float32Array(3 * places.length * around);
  const ups = new Float32Array(spots.length);
  let o = 0;
  places.forEach((s, i) => {
    const angle = (s - places[0]) / perRadian;
    const up = frames.subarray(STATION_NUMBERS * i + 6, STATION_NUMBERS * i + 9);
    const size = Math.hypot(...up) || 1;
    for (const ring of rings) {
      for (let k = 0; k < ring.length; k += 2) {
        spots.set([Math.cos(angle), Math.sin(angle), ring[k]], o);
        ups.set([up[0] / size, up[1] / size, up[2] / size], o);
        o += 3;
      }
    }
  });
  return { spots, ups, perRadian };
}
