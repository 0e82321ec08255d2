import { newReading, pathReader, type MeasuredPath } from '@coin-relay/core';

/**
 * Which side of a path its wheels or its inside lie on: +1 left, −1 right. A closed path is
 * judged by the sign of its area, an open one counts as left.
 */
export function insideSide(path: MeasuredPath): 1 | -1 {
  if (!path.closed) return 1;
  const read = pathReader(path);
  const at = newReading();
  let area = 0;
  let x = 0;
  let y = 0;
  const n = 256;
  for (let i = 0; i <= n; i++) {
    read((path.length * i) / n, at);
    if (i > 0) area += x * at[1] - y * at[0];
    x = at[0];
    y = at[1];
  }
  return area >= 0 ? 1 : -1;
}
