import { SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';
import { polynomial } from './read-space';

/** Where on the path under a raised one a place of it is: arc length to arc length, mm; of other paths the same. */
export function placeUnder(path: MeasuredPath, s: number): number {
  const { kinds, starts, data } = path;
  if (kinds[0] !== SEGMENT.raised) return s;
  let [low, high] = [0, kinds.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (starts[middle] <= s) low = middle;
    else high = middle - 1;
  }
  return polynomial(data, low * SEGMENT_STRIDE, s - starts[low]);
}
