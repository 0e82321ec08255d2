import { goldenMaximum, length3, sub3, wrapInto, type Vec3 } from '../math';
import { newReading, pathReader, type MeasuredPath } from '../path';

const REFINEMENTS = 40;

/**
 * Where along a path the points are that it was drawn by, mm: of one whose corner is rounded the nearest place. It is
 * looked for about as far along the path as the point is along its legs.
 */
export function spacePointPlaces(points: readonly Vec3[], path: MeasuredPath): number[] {
  const { length, closed } = path;
  const n = points.length;
  const legs = points.map((point, i) => length3(sub3(points[(i + 1) % n], point)));
  let whole = 0;
  const along = legs.map((leg, i) => {
    const at = whole;
    if (i + 1 < n || closed) whole += leg;
    return at;
  });
  const read = pathReader(path);
  const out = newReading();
  return points.map((point, i) => {
    const s = whole > 0 ? (along[i] / whole) * length : 0;
    const reach = 0.4 * Math.min(legs[(i + n - 1) % n], legs[i]) + 1e-6 * length;
    const near = (place: number): number => {
      read(place, out);
      return -length3(sub3({ x: out[0], y: out[1], z: out[5] }, point));
    };
    const from = closed ? s - reach : Math.max(0, s - reach);
    const to = closed ? s + reach : Math.min(length, s + reach);
    const { x } = goldenMaximum(near, from, to, REFINEMENTS);
    return closed ? wrapInto(x, length) : x;
  });
}
