import { RelayError, setDown, turnsOf, type Map3, type Vec3 } from '@coin-relay/core';
import type { PathPlane } from './kind';

/** What takes the drawing, and what stands before and behind it, to where a plane is. */
export const planeMap = ({ origin, turns }: PathPlane): Map3 => setDown(turns, origin);

/** Three points lie in a line where their triangle is no higher than this, of its longest side. */
const IN_LINE = 1e-6;

/**
 * The plane through three points: the zero point of the drawing is at the first, its x axis goes through the second, and
 * the third is on the upper side of it.
 * @throws RelayError plane-invalid where they lie in a line
 */
export function planeThrough(zero: Vec3, along: Vec3, above: Vec3): PathPlane {
  const [u, v] = [minus(along, zero), minus(above, zero)];
  const n = cross(u, v);
  const [long, far, size] = [norm(u), norm(v), norm(n)];
  if (!(size > IN_LINE * Math.max(long, far) ** 2))
    throw new RelayError(
      'plane-invalid',
      'The three points lie in a line, so no plane goes through them alone. Pick a third one beside it.',
    );
  const x = scaled(u, 1 / long);
  const z = scaled(n, 1 / size);
  const y = cross(z, x);
  return {
    origin: zero,
    turns: turnsOf([x.x, y.x, z.x, 0, x.y, y.y, z.y, 0, x.z, y.z, z.z, 0]),
  };
}

const minus = (a: Vec3, b: Vec3): Vec3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });
const scaled = (a: Vec3, k: number): Vec3 => ({ x: k * a.x, y: k * a.y, z: k * a.z });
const norm = (a: Vec3): number => Math.hypot(a.x, a.y, a.z);
const cross = (a: Vec3, b: Vec3): Vec3 => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
});
