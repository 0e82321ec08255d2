import { cross3, length3, mapped3, sub3, turnsOf, uprightWay, type Map3, type Vec3 } from '@coin-relay/core';
import type { PathPlane } from '../kind';
import { planeMap } from '../plane';
import type { HangPath } from './schema';

/** Where both ends of a hanging row are in space, as they are typed: not what they hang on. */
export function hangingEnds({ from, to, plane }: HangPath): readonly [Vec3, Vec3] {
  const map = plane ? planeMap(plane) : null;
  const at = ({ x, y }: HangPath['from']): Vec3 => {
    if (!map) return { x, y, z: 0 };
    const [mx, my, mz] = mapped3(map, x, y, 0);
    return { x: mx, y: my, z: mz };
  };
  return [at(from), at(to)];
}

/**
 * A row hung between two places in space, straight down: in the upright plane through both, which becomes its own.
 * @param up what is up: the direction that it hangs against
 */
export function hungBetween(path: HangPath, from: Vec3, to: Vec3, up: Vec3): HangPath {
  const { along, far, high } = uprightWay(from, to, up);
  return { ...path, from: { x: 0, y: 0 }, to: { x: far, y: high }, plane: uprightPlane(from, along, up) };
}

/**
 * A row that hangs straight down, between the same places as another direction is up; any other one is left as it is.
 * @param before what was up
 */
export function rehung(path: HangPath, before: Vec3, up: Vec3): HangPath {
  if (!path.plane) return path;
  const [x, y, z] = mapped3(planeMap({ ...path.plane, origin: { x: 0, y: 0, z: 0 } }), 0, 1, 0);
  return length3(sub3({ x, y, z }, before)) < SAME_WAY ? hungBetween(path, ...hangingEnds(path), up) : path;
}

/** Directions that differ by no more are the same one. */
const SAME_WAY = 1e-6;

function uprightPlane(origin: Vec3, x: Vec3, y: Vec3): PathPlane {
  const z = cross3(x, y);
  const map: Map3 = [x.x, y.x, z.x, 0, x.y, y.y, z.y, 0, x.z, y.z, z.z, 0];
  return { origin, turns: turnsOf(map) };
}
