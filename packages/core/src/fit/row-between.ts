import { walkedRow, type Row } from '../motion/row';
import type { MeasuredPath } from '../path';
import { isOnPoints, type RowWindow } from './lay';
import type { FitRequest } from './request';

/** A row with ends, its first pin or point on a place. */
export function rowBetween(
  path: MeasuredPath,
  count: number,
  pitch: number,
  { pieces, lay }: FitRequest,
  window: RowWindow,
  start: number,
): Row {
  const on = { start, from: window.from, to: window.to, round: window.ring };
  if (!isOnPoints(lay, window)) return walkedRow(path, count, pitch, pieces, on);
  if (pieces === 'stiff') return walkedRow(path, count - 1, pitch, pieces, on);
  // A carried piece stands on the middle between two places of the row: half a spacing on.
  const half = pitch / 2;
  return walkedRow(path, count, pitch, pieces, {
    ...on,
    start: start - half,
    from: window.from - half,
    to: window.to + half,
  });
}
