import { RelayError } from '../error';
import { cross3, dot3, length3, sub3, type Vec3 } from '../math';

/**
 * Which points of a path by straight lines are kept when it is thinned out: those without which the line would be off by
 * more than the tolerance (Douglas and Peucker’s construction, in space). Points where a curve begins or ends stay.
 * @param tolerance mm
 * @returns their numbers, in order
 */
export function thinSpacePoints<P extends Vec3 & { readonly next: { readonly kind: string } }>(
  points: readonly P[],
  closed: boolean,
  tolerance: number,
): number[] {
  if (!(tolerance >= 0 && Number.isFinite(tolerance))) {
    throw new RelayError(
      'request-invalid',
      `A tolerance of ${tolerance} cannot be used: give a length, zero or more.`,
      { field: 'tolerance' },
    );
  }
  const n = points.length;
  if (n < 3) return points.map((_, i) => i);
  const keep = new Uint8Array(n + 1);
  keep[0] = keep[closed ? n : n - 1] = 1;
  for (let i = 0; i < n; i++) if (points[i].next.kind !== 'line') keep[i] = keep[Math.min(i + 1, n)] = 1;
  // A loop is thinned in two runs: to the point farthest from its first one, and back.
  if (closed) {
    const far = points.map((point) => length3(sub3(point, points[0])));
    keep[far.indexOf(Math.max(...far))] = 1;
  }
  const last = closed ? n : n - 1;
  const open: [number, number][] = [];
  let from = 0;
  for (let i = 1; i <= last; i++) {
    if (keep[i] === 0) continue;
    open.push([from, i]);
    from = i;
  }
  for (let run = open.pop(); run; run = open.pop()) {
    const [a, b] = run;
    let [most, at] = [tolerance, -1];
    for (let i = a + 1; i < b; i++) {
      const off = distanceTo(points[i], points[a], points[b % n]);
      if (off > most) [most, at] = [off, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    open.push([a, at], [at, b]);
  }
  return points.flatMap((_, i) => (keep[i] === 1 ? [i] : []));
}

/** From a point to the straight line between two others, but not beyond them. */
function distanceTo(p: Vec3, a: Vec3, b: Vec3): number {
  const [along, off] = [sub3(b, a), sub3(p, a)];
  const size = dot3(along, along);
  if (!(size > 0)) return length3(off);
  const t = dot3(off, along) / size;
  if (t < 0) return length3(off);
  if (t > 1) return length3(sub3(p, b));
  return length3(cross3(off, along)) / Math.sqrt(size);
}
