import type { Map3 } from './map3';

/** x, y, z, w. */
export type Quaternion = readonly [x: number, y: number, z: number, w: number];

/**
 * A turn as a unit quaternion with w at least 0 (Shepperd, Quaternion from rotation matrix, 1978: the largest of its four
 * numbers is found first, so that none is divided by a small one).
 * @param m its three axes are of length one, at right angles, right-handed
 */
export function quaternionOf(m: Map3): Quaternion {
  const [xx, xy, xz, , yx, yy, yz, , zx, zy, zz] = m;
  const trace = xx + yy + zz;
  const most = Math.max(trace, xx, yy, zz);
  const s = 2 * Math.sqrt(1 + 2 * most - trace);
  const found: Quaternion =
    most === trace
      ? [(zy - yz) / s, (xz - zx) / s, (yx - xy) / s, s / 4]
      : most === xx
        ? [s / 4, (xy + yx) / s, (xz + zx) / s, (zy - yz) / s]
        : most === yy
          ? [(xy + yx) / s, s / 4, (yz + zy) / s, (xz - zx) / s]
          : [(xz + zx) / s, (yz + zy) / s, s / 4, (yx - xy) / s];
  const [x, y, z, w] = found;
  return w < 0 ? [-x, -y, -z, -w] : found;
}
