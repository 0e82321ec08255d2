import { readRide } from '@coin-relay/core';
import type { StandInSpace } from '@coin-relay/model';
import { readShapedAt } from './riding';
import { placeOf, swollenAt, type RowScene, type ScenePiece } from './scene';
import { axesOf, roll, rolledBy } from './space-placement';

const axes = new Float64Array(12);
const shaped = new Float64Array(3);

/** How a piece that bends is set on its place along a path in space. */
export interface BentSetting {
  /** Arc length of its middle, and mm of path for each of its own along it. */
  readonly start: number;
  readonly perUnit: number;
  /** What its x, its y and its z are multiplied by; the last with the sign of its side. */
  readonly along: number;
  readonly across: number;
  readonly deep: number;
  /** It is turned in its own plane. */
  readonly turn: number;
}

/** Reads it from the row as it stands now. */
export function bentSetting(scene: RowScene, k: number, { setting, span }: ScenePiece): BentSetting {
  const { table } = scene.setOut;
  const { arc, step } = scene.frame;
  const a = k * step;
  const i = placeOf(scene, k);
  const along = setting.scale * (i >= 0 ? table.size[i] : 1);
  // It fills its stretch of the path however it breathes.
  const thick = along * swollenAt(scene, k) * (i >= 0 ? table.thickness[i] : 1);
  return {
    start: (arc[a] + arc[a + 1]) / 2 + setting.along + (i >= 0 ? table.along[i] : 0),
    perUnit: (arc[a + 1] - arc[a]) / span,
    along,
    across: thick * (setting.flip ? -1 : 1),
    // What is turned over in plan is turned over in depth too.
    deep: thick * (setting.flip === scene.side > 0 ? -1 : 1),
    turn: setting.turn + (i >= 0 ? table.turn[i] : 0),
  };
}

/** Numbers of what is carried along: a place, and the axes to its left and up, as large as it is there. */
export const CARRIED_NUMBERS = 9;

/** Writes what carries link k at an arc length: rolled as its place is, beside the path and above it as it is set. */
export function carriedAt(
  scene: RowScene,
  stand: StandInSpace,
  k: number,
  { setting }: ScenePiece,
  row: number,
  at: number,
  out: Float64Array,
  o = 0,
): void {
  const { ride } = scene.room;
  const i = placeOf(scene, k);
  readRide(stand.ride, at, ride);
  axesOf(ride, axes);
  readShapedAt(scene, k, at, shaped);
  const [larger, rolled, lifted] = shaped;
  const beside = row + stand.across - scene.side * (setting.out + (i >= 0 ? scene.setOut.table.out[i] : 0));
  const above = stand.lift + (setting.lift ?? 0) + lifted;
  for (let c = 0; c < 3; c++) out[o + c] = ride[c] + beside * axes[3 + c] + above * axes[6 + c];
  roll(axes, rolledBy(scene, stand, k, i, at) + rolled);
  for (let c = 0; c < 3; c++) {
    out[o + 3 + c] = larger * axes[3 + c];
    out[o + 6 + c] = larger * axes[6 + c];
  }
}

const carried = new Float64Array(CARRIED_NUMBERS);

/**
 * Writes the points of a piece that bends along a path in space: each at P(s + x) + y · left + z · up, the axes rolled
 * as its place is.
 * @param points x, y, z in turn, in its own axes, mm
 * @param row offset to the left of the path, mm
 */
export function bentInSpace(
  scene: RowScene,
  stand: StandInSpace,
  k: number,
  piece: ScenePiece,
  points: ArrayLike<number>,
  row: number,
  out: Float64Array,
): void {
  const { setting, middle } = piece;
  const { start, perUnit, along, across, deep, turn } = bentSetting(scene, k, piece);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  for (let p = 0; p < points.length; p += 3) {
    const px = (points[p] - middle) * along;
    const py = (points[p + 1] - setting.line) * across;
    carriedAt(scene, stand, k, piece, row, start + (c * px - s * py) * perUnit, carried);
    const off = scene.side * (s * px + c * py);
    const high = deep * points[p + 2];
    for (let axis = 0; axis < 3; axis++)
      out[p + axis] = carried[axis] + off * carried[3 + axis] + high * carried[6 + axis];
  }
}
