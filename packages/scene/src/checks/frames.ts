import type { Machine } from '@coin-relay/model';

/** Frames of a loop that are looked at, at the most. */
const MOST_LOOKED_AT = 480;

/** Frames of all springs that are looked at, and of each at the least. */
const MOST_OF_ALL = 20_000;
const LEAST_LOOKED_AT = 120;

/**
 * The frames of a loop that checks look at, evenly spread where it has very many.
 * @param things how many things are looked at in each
 */
export function framesOf({ frames }: Machine, things = 1): number[] {
  const most = Math.min(MOST_LOOKED_AT, Math.max(LEAST_LOOKED_AT, Math.floor(MOST_OF_ALL / things)));
  const many = Math.min(frames, most);
  return Array.from({ length: many }, (_, i) => Math.floor((frames * i) / many));
}

/** The item for which a number is least; null where there is none. */
export function least<T>(items: readonly T[], of: (item: T) => number): T | null {
  let best: T | null = null;
  for (const item of items) if (best === null || of(item) < of(best)) best = item;
  return best;
}
