import { newReading, pathReader, type MeasuredPath, type RowWindow } from '@coin-relay/core';
import { short, type Band } from '@coin-relay/model';

/**
 * The band as one closed outline along the path, in the path's axes, once for each row that lies side
 * by side: it bends with the path point by point, in steps of at most 4 degrees.
 * @param on the part of the path it lies on
 * @param side +1 where the pulleys lie to the left of the path, −1 to the right
 * @param rows how far each lies to the left of the path, mm
 */
export function bandOutline(
  path: MeasuredPath,
  on: RowWindow,
  band: Band,
  side: 1 | -1,
  rows: readonly number[] = [0],
): string {
  return rows.map((row) => oneBand(path, on, band, side, row)).join('');
}

function oneBand(
  path: MeasuredPath,
  on: RowWindow,
  { inner, outer }: Band,
  side: 1 | -1,
  row: number,
): string {
  const left = edge(path, on, row + side * inner);
  const right = edge(path, on, row - side * outer);
  const ring = (points: string[]): string => `M${points.join('L')}`;
  if (on.ring) return `${ring(left)}Z${ring(right.reverse())}Z`;
  return `${ring([...left, ...right.reverse()])}Z`;
}

/** Points beside the path at a distance to its left. */
function edge(path: MeasuredPath, { from, to, ring }: RowWindow, offset: number): string[] {
  const read = pathReader(path);
  const at = newReading();
  const points: string[] = [];
  let s = from;
  const finest = path.length / 4000;
  const coarsest = path.length / 60;
  while (s < to) {
    read(s, at);
    points.push(`${short(at[0] - offset * at[3])} ${short(at[1] + offset * at[2])}`);
    const radius = 1 / Math.max(Math.abs(at[4]), 1e-9);
    s += Math.min(coarsest, Math.max(finest, radius * 0.07));
  }
  if (!ring) {
    read(to, at);
    points.push(`${short(at[0] - offset * at[3])} ${short(at[1] + offset * at[2])}`);
  }
  return points;
}
