import type { Vec3 } from './map3';
import { dot3, length3, scale3, sub3 } from './vec3';

/** Ends whose upright distance is this part of their whole one or more have no direction to hang along but any. */
const UPRIGHT = 1e-9;

/** The way between two places as what hangs sees it. */
export interface UprightWay {
  /** The level direction from the first to the second. */
  readonly along: Vec3;
  /** How far they are apart along that, and how much higher the second is, mm. */
  readonly far: number;
  readonly high: number;
}

/** @param up what is up: a unit vector */
export function uprightWay(from: Vec3, to: Vec3, up: Vec3): UprightWay {
  const way = sub3(to, from);
  const high = dot3(way, up);
  const across = sub3(way, scale3(up, high));
  const far = length3(across);
  const along = far > UPRIGHT * length3(way) ? scale3(across, 1 / far) : anyAcross(up);
  return { along, far, high };
}

/** A direction square to another one: x, or y where that is x. */
function anyAcross(up: Vec3): Vec3 {
  const other = Math.abs(up.x) > 0.5 ? { x: 0, y: 1, z: 0 } : { x: 1, y: 0, z: 0 };
  const across = sub3(other, scale3(up, dot3(other, up)));
  return scale3(across, 1 / length3(across));
}
