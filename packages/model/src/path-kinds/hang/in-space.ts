import { cross3, dot3, length3, mapped3, scale3, sub3, turnsOf, type Map3, type Vec3 } from '@coin-relay/core';
import type { PathPlane } from '../kind';
import { planeMap } from '../plane';
import type { HangPath } from './schema';

/** Ends whose upright distance is this part of their whole one or more have no direction to hang along but any. */
const UPRIGHT = 1e-9;

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
  const way = sub3(to, from);
  const high = dot3(way, up);
  const across = sub3(way, scale3(up, high));
  const far = length3(across);
  const along = far > UPRIGHT * length3(way) ? scale3(across, 1 / far) : anyAcross(up);
  return {
    ...path,
    from: { x: 0, y: 0 },
    to: { x: far, y: high },
    plane: uprightPlane(from, along, up),
  };
}

/** A direction square to another one: x, or y where that is x. */
function anyAcross(up: Vec3): Vec3 {
  const other = Math.abs(up.x) > 0.5 ? { x: 0, y: 1, z: 0 } : { x: 1, y: 0, z: 0 };
  const across = sub3(other, scale3(up, dot3(other, up)));
  return scale3(across, 1 / length3(across));
}

function uprightPlane(origin: Vec3, x: Vec3, y: Vec3): PathPlane {
  const z = cross3(x, y);
  const map: Map3 = [x.x, y.x, z.x, 0, x.y, y.y, z.y, 0, x.z, y.z, z.z, 0];
  return { origin, turns: turnsOf(map) };
}
