import { fineOutline } from '../bend';
import { parsePathData } from '../path';

/** A closed outline: x0, y0, x1, y1 …, mm, its last point not the first again; what is solid lies to the left of it. */
export type Ring = Float64Array;

/** Nearer than this two points are one, mm. */
const SAME = 1e-6;

/**
 * The outlines of a drawn shape, filled even-odd, as rings of chords: outer ones run counter-clockwise,
 * holes clockwise.
 * @param d path data whose contours do not cross
 * @param tolerance how far chords may stray from the curves, mm
 */
export function ringsOf(d: string, tolerance: number): Ring[] {
  const { points, rings } = fineOutline(parsePathData(d), Infinity, tolerance);
  const found: Ring[] = [];
  for (let r = 0; r + 1 < rings.length; r++) {
    const ring = withoutRepeats(points.subarray(2 * rings[r], 2 * rings[r + 1]));
    if (ring.length >= 6) found.push(ring);
  }
  return nested(found);
}

/** Turns rings so that what is solid between them lies to the left of each. */
export function nested(rings: readonly Ring[]): Ring[] {
  return rings.map((ring) => {
    const depth = rings.filter((other) => other !== ring && isWithin(other, ...middleOf(ring))).length;
    return ringArea(ring) > 0 === (depth % 2 === 0) ? ring : reversedRing(ring);
  });
}

/** Rings by the body they bound: each outer one with the holes in it. What only touches another body stays apart from it. */
export function bodiesOf(rings: readonly Ring[]): Ring[][] {
  const outer = rings.filter((ring) => ringArea(ring) > 0);
  const around = (hole: Ring): Ring | undefined =>
    outer
      .filter((ring) => isWithin(ring, ...middleOf(hole)))
      .reduce<Ring | undefined>(
        (best, ring) => (!best || ringArea(ring) < ringArea(best) ? ring : best),
        undefined,
      );
  const holes = rings.filter((ring) => ringArea(ring) <= 0).map((hole) => ({ hole, of: around(hole) }));
  return outer.map((ring) => [ring, ...holes.filter(({ of }) => of === ring).map(({ hole }) => hole)]);
}

/** A ring that comes back to a corner of its own, as rings that do not. */
export function untouching(ring: Ring): Ring[] {
  const seen = new Map<string, number>();
  for (let i = 0; i < ring.length; i += 2) {
    const key = `${ring[i]} ${ring[i + 1]}`;
    const before = seen.get(key);
    if (before !== undefined) {
      const rest = Float64Array.from([...ring.subarray(0, before), ...ring.subarray(i)]);
      return [...untouching(ring.slice(before, i)), ...untouching(rest)];
    }
    seen.set(key, i);
  }
  return [ring];
}

/** A place on the first side of a ring: unlike its corners it is on no other ring. */
const middleOf = (ring: Ring): [number, number] => [(ring[0] + ring[2]) / 2, (ring[1] + ring[3]) / 2];

/** The area a ring goes round, mm²; negative where it runs clockwise. */
export function ringArea(ring: Ring): number {
  let twice = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    twice += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
  return twice / 2;
}

/** A ring the other way round. */
export function reversedRing(ring: Ring): Ring {
  const out = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    out[i] = ring[ring.length - 2 - i];
    out[i + 1] = ring[ring.length - 1 - i];
  }
  return out;
}

/** Points without those that are where the one before them is; the last of a closed line is none of its own. */
export function withoutRepeats(points: Float64Array, closed = true): Ring {
  const out: number[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const n = out.length;
    if (n === 0 || Math.hypot(points[i] - out[n - 2], points[i + 1] - out[n - 1]) > SAME)
      out.push(points[i], points[i + 1]);
  }
  while (
    closed &&
    out.length > 2 &&
    Math.hypot(out[0] - out[out.length - 2], out[1] - out[out.length - 1]) <= SAME
  )
    out.length -= 2;
  return Float64Array.from(out);
}

/** Whether a point is inside a ring: how often a ray to the right crosses it. */
function isWithin(ring: Ring, x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const [xi, yi, xj, yj] = [ring[i], ring[i + 1], ring[j], ring[j + 1]];
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

/**
 * A ring drawn in by a distance, corner for corner; null where it would fold over itself there.
 * Corners are mitred: each moves along the line that halves its angle.
 */
export function insetRing(ring: Ring, by: number): Ring | null {
  const n = ring.length / 2;
  const out = new Float64Array(ring.length);
  const side = (i: number): [number, number] => {
    const j = (i + 1) % n;
    const [dx, dy] = [ring[2 * j] - ring[2 * i], ring[2 * j + 1] - ring[2 * i + 1]];
    const long = Math.hypot(dx, dy);
    return [dx / long, dy / long];
  };
  for (let i = 0; i < n; i++) {
    const [ax, ay] = side((i + n - 1) % n);
    const [bx, by_] = side(i);
    // Normals to the left are (−y, x); their sum over 1 + cos of the turn reaches both drawn-in sides.
    const k = by / (1 + ax * bx + ay * by_);
    if (!Number.isFinite(k) || k > 4 * by) return null;
    out[2 * i] = ring[2 * i] - (ay + by_) * k;
    out[2 * i + 1] = ring[2 * i + 1] + (ax + bx) * k;
  }
  for (let i = 0; i < n; i++) {
    const j = (i + 1) % n;
    const along =
      (out[2 * j] - out[2 * i]) * (ring[2 * j] - ring[2 * i]) +
      (out[2 * j + 1] - out[2 * i + 1]) * (ring[2 * j + 1] - ring[2 * i + 1]);
    if (!(along > 0)) return null;
  }
  return out;
}
