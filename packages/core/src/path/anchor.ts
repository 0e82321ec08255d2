import type { MeasuredPath } from './measured';

/** Lengths that differ by less, as a part of the whole path, count as equal. */
const SAME = 1e-9;

/** Pieces of greatest length that are told apart by what follows them. */
const MOST_ALIKE = 64;

/**
 * A place of a closed path that stays where it is when the path begins somewhere else, is turned,
 * moved, mirrored or scaled: the middle of its longest piece; of several, of the one that is followed by the
 * longest, and so on. What is averaged over the path starts here, so that it does not depend on
 * which piece was drawn first.
 * @returns arc length, mm
 */
export function anchorPlace({ length, pieceStarts }: MeasuredPath): number {
  const from: number[] = [];
  const sizes: number[] = [];
  for (let k = 0; k + 1 < pieceStarts.length; k++) {
    const size = pieceStarts[k + 1] - pieceStarts[k];
    if (!(size > SAME * length)) continue;
    from.push(pieceStarts[k]);
    sizes.push(size);
  }
  const most = sizes.reduce((a, b) => Math.max(a, b), 0);
  const longest = sizes.flatMap((size, k) => (most - size <= SAME * length ? [k] : [])).slice(0, MOST_ALIKE);
  const first = longest.reduce((best, k) => (followedByLonger(sizes, k, best, SAME * length) ? k : best));
  return from[first] + sizes[first] / 2;
}

/** Whether the pieces behind k are longer than those behind j at the first that differ. */
function followedByLonger(sizes: readonly number[], k: number, j: number, same: number): boolean {
  for (let step = 1; step < sizes.length; step++) {
    const more = sizes[(k + step) % sizes.length] - sizes[(j + step) % sizes.length];
    if (Math.abs(more) > same) return more > 0;
  }
  return false;
}
