import { readRide } from '@coin-relay/core';
import type { StandInSpace } from '@coin-relay/model';
import { placeOf, type RowScene, type ScenePiece } from './scene';
import { axesOf, roll, rolledBy } from './space-placement';

const axes = new Float64Array(12);
const shaped = new Float64Array(3);

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
  const { shaping } = scene;
  // Without shaping it is as large as it is everywhere, not rolled, not lifted.
  shaped.set([1, 0, 0]);
  const { table } = scene.setOut;
  const { arc, step } = scene.frame;
  const { ride } = scene.room;
  const a = k * step;
  const i = placeOf(scene, k);
  const size = setting.scale * (i >= 0 ? table.size[i] : 1);
  const thick = size * (i >= 0 ? table.thickness[i] : 1);
  const sy = thick * (setting.flip ? -1 : 1);
  const turn = setting.turn + (i >= 0 ? table.turn[i] : 0);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const start = (arc[a] + arc[a + 1]) / 2 + setting.along + (i >= 0 ? table.along[i] : 0);
  const perUnit = (arc[a + 1] - arc[a]) / piece.span;
  const shift = setting.out + (i >= 0 ? table.out[i] : 0);
  const lift = stand.lift + (setting.lift ?? 0);
  // What is turned over in plan is turned over in depth too.
  const deep = thick * (setting.flip === scene.side > 0 ? -1 : 1);
  for (let p = 0; p < points.length; p += 3) {
    const px = (points[p] - middle) * size;
    const py = (points[p + 1] - setting.line) * sy;
    const at = start + (c * px - s * py) * perUnit;
    readRide(stand.ride, at, ride);
    axesOf(ride, axes);
    shaping?.(at, shaped);
    const [larger, rolled] = shaped;
    const beside = row + stand.across - scene.side * shift;
    const high = lift + shaped[2];
    const [bx, by, bz] = [
      ride[0] + beside * axes[3] + high * axes[6],
      ride[1] + beside * axes[4] + high * axes[7],
      ride[2] + beside * axes[5] + high * axes[8],
    ];
    roll(axes, rolledBy(scene, stand, k, i, at) + rolled);
    const off = scene.side * (s * px + c * py) * larger;
    const deeper = deep * points[p + 2] * larger;
    out[p] = bx + off * axes[3] + deeper * axes[6];
    out[p + 1] = by + off * axes[4] + deeper * axes[7];
    out[p + 2] = bz + off * axes[5] + deeper * axes[8];
  }
}
