import type { Viewpoint } from '@coin-relay/scene';
import { Quaternion, Vector3, type Box3 } from 'three';

/** How far the eye sees apart, degrees, as one does with a lens that is a little long. */
export const FIELD = 28;
/** Room round the picture when all of it is shown. */
export const ROOM = 1.12;

/** From where all of a box is seen. */
export interface EyeFor {
  /** How far from its middle the eye is, in perspective, mm. */
  readonly far: number;
  /** Half of what is seen from bottom to top, in parallel, mm. */
  readonly half: number;
  /** The way from the middle to the eye, a unit vector. */
  readonly way: Vector3;
}

/** As near as a box seen from somewhere lets the eye be: its corners in the axes of the eye. @param aspect width to height */
export function eyeFor(box: Box3, up: Vector3, { turn, tilt }: Viewpoint, aspect: number): EyeFor {
  const middle = box.getCenter(new Vector3());
  // Axes of the eye: what is up for it, turned as it will be.
  const level = new Quaternion().setFromUnitVectors(new Vector3(0, 1, 0), up);
  const turned = new Quaternion()
    .setFromAxisAngle(new Vector3(0, 1, 0), turn)
    .multiply(new Quaternion().setFromAxisAngle(new Vector3(1, 0, 0), -tilt));
  const axes = level.multiply(turned);
  const back = axes.clone().invert();
  const slope = Math.tan((FIELD * Math.PI) / 360) / ROOM;
  let [far, half] = [0, 0];
  for (const corner of cornersOf(box)) {
    const p = corner.sub(middle).applyQuaternion(back);
    far = Math.max(far, p.z + Math.abs(p.y) / slope, p.z + Math.abs(p.x) / (slope * aspect));
    half = Math.max(half, Math.abs(p.y), Math.abs(p.x) / aspect);
  }
  return { far, half, way: new Vector3(0, 0, 1).applyQuaternion(axes) };
}

function cornersOf({ min, max }: Box3): Vector3[] {
  return [min.x, max.x].flatMap((x) =>
    [min.y, max.y].flatMap((y) => [min.z, max.z].map((z) => new Vector3(x, y, z))),
  );
}
