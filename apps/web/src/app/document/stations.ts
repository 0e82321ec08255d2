import type { Shaping } from '@coin-relay/model';

/** As what bends is drawn: not larger, not rolled, not lifted. */
export const PLAIN_STATION: Omit<Shaping['stations'][number], 'at'> = { scale: 1, roll: 0, lift: 0 };
/** Stations keep so far apart, as parts of the length. */
const APART = 1e-6;

interface Placed {
  /** Where, as a part of the length of a path. */
  readonly at: number;
}

/**
 * Stations in their order with one of them changed; it stays between its neighbours. Round a closed path the first is a
 * neighbour of the last.
 */
export function withStation<S extends Placed>(
  stations: readonly S[],
  index: number,
  change: Partial<S>,
  closed: boolean,
): S[] {
  const last = stations.length - 1;
  const round = closed && last > 0;
  const low =
    index > 0 ? stations[index - 1].at + APART : round ? Math.max(0, stations[last].at - 1 + APART) : 0;
  const high =
    index < last ? stations[index + 1].at - APART : round ? Math.min(1, stations[0].at + 1 - APART) : 1;
  return stations.map((station, i) => {
    if (i !== index) return station;
    const next = { ...station, ...change };
    return { ...next, at: Math.max(low, Math.min(high, next.at)) };
  });
}

/** With another one: half way on from the last, or where that is at the end before it, as the last is. */
export function withOneMore<S extends Placed>(stations: readonly S[]): S[] {
  const last = stations[stations.length - 1];
  const before = stations[stations.length - 2]?.at ?? 0;
  const at = last.at < 1 ? (last.at + 1) / 2 : (before + last.at) / 2;
  return [...stations, { ...last, at }].sort((a, b) => a.at - b.at);
}
