import type { MeasuredPath } from './measured';
import { newReading, pathReader } from './reader';

/** The points of a path at places along it, mm: x, y pairs. */
export function pointsAt(path: MeasuredPath, places: Float64Array): Float64Array {
  const read = pathReader(path);
  const at = newReading();
  const points = new Float64Array(places.length * 2);
  places.forEach((s, i) => {
    read(s, at);
    points[2 * i] = at[0];
    points[2 * i + 1] = at[1];
  });
  return points;
}
