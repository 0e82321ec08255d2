/**
 * A clock whose every reading is later than the one before, by a millisecond at the least: what is ordered by it has one
 * order, however fast it is made.
 */
export function steadyClock(now: () => number = Date.now): () => string {
  let last = -Infinity;
  return () => {
    last = Math.max(last + 1, now());
    return new Date(last).toISOString();
  };
}
