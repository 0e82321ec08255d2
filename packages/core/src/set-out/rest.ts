import { newRowFrame, rowFrame } from '../motion/frame';
import type { Row } from '../motion/row';

/**
 * The arc length of the middle of every place of a row before it travels, mm: half way between
 * the places of its two pins. `count` of them, ascending.
 */
export function restingMiddles(row: Row): Float64Array {
  const frame = newRowFrame(row);
  rowFrame(row, 0, frame);
  const middles = new Float64Array(row.links);
  for (let i = 0; i < row.links; i++) {
    const k = (i - frame.firstLink) * frame.step;
    middles[i] = (frame.arc[k] + frame.arc[k + 1]) / 2;
  }
  return middles;
}
