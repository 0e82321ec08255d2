import { determinant3, quaternionOf, type Map3, type Quaternion } from '@coin-relay/core';

type Triple = readonly [x: number, y: number, z: number];

/** A map as where its zero point goes, a turn and a size along each axis: first the size, then the turn, then the place. */
export interface TakenApart {
  readonly position: Triple;
  readonly quaternion: Quaternion;
  /** Below zero along y where the map mirrors. */
  readonly scale: Triple;
  /** The axes it is turned to: unit vectors. */
  readonly axes: readonly [Triple, Triple, Triple];
}

/** @param m its axes are at right angles to each other */
export function takenApart(m: Map3): TakenApart {
  const column = (c: number): Triple => [m[c], m[4 + c], m[8 + c]];
  const columns = [column(0), column(1), column(2)];
  const side = determinant3(m) < 0 ? -1 : 1;
  const scale: Triple = [
    Math.hypot(...columns[0]),
    side * Math.hypot(...columns[1]),
    Math.hypot(...columns[2]),
  ];
  const unit = ([x, y, z]: Triple, size: number): Triple => [x / size, y / size, z / size];
  const axes = [unit(columns[0], scale[0]), unit(columns[1], scale[1]), unit(columns[2], scale[2])] as const;
  const quaternion = quaternionOf([0, 1, 2].flatMap((r) => [axes[0][r], axes[1][r], axes[2][r], 0]));
  return { position: column(3), quaternion, scale, axes };
}
