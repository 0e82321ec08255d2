import type { Machine } from '@coin-relay/model';

/** Frames of a loop that are looked at, at the most. */
const MOST_LOOKED_AT = 480;

/** The frames of a loop that checks look at, evenly spread where it has very many. */
export function framesOf({ frames }: Machine): number[] {
  const many = Math.min(frames, MOST_LOOKED_AT);
  return Array.from({ length: many }, (_, i) => Math.floor((frames * i) / many));
}

/** The item for which a number is least; null where there is none. */
export function least<T>(items: readonly T[], of: (item: T) => number): T | null {
  let best: T | null = null;
  for (const item of items) if (best === null || of(item) < of(best)) best = item;
  return best;
}
