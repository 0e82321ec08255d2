import type { Shaping } from '@coin-relay/model';

type Station = Shaping['stations'][number];

/** As the band is drawn: not larger, not rolled, not lifted. */
export const PLAIN_STATION: Omit<Station, 'at'> = { scale: 1, roll: 0, lift: 0 };
/** Stations keep so far apart, as parts of the length. */
const APART = 1e-6;

/** With one station changed; it stays between its neighbours. */
export function withStation(shaping: Shaping, index: number, change: Partial<Station>): Shaping {
  const { stations } = shaping;
  const low = index > 0 ? stations[index - 1].at + APART : 0;
  const high = index + 1 < stations.length ? stations[index + 1].at - APART : 1;
  return {
    ...shaping,
    stations: stations.map((station, i) => {
      if (i !== index) return station;
      const next = { ...station, ...change };
      return { ...next, at: Math.max(low, Math.min(high, next.at)) };
    }),
  };
}
