import type { RowScene, ScenePiece } from './scene';
import { swollenAt } from './scene';

/**
 * Writes how a figure is changed in its own axes before it is set down: scaled, then turned about its middle, then on its
 * own side of the path.
 * @param i its place in the table; −1 beyond it
 * @param side the side of the path its inside lies on
 */
export function ownMap(
  scene: RowScene,
  k: number,
  i: number,
  { setting }: ScenePiece,
  side: number,
  own: Float64Array,
): void {
  const { table } = scene.setOut;
  const size = setting.scale * (i >= 0 ? table.size[i] : 1);
  const swollen = swollenAt(scene, k);
  // A piece that is as long as its place has grown along the path already.
  const sx = size * scene.room.stand.longer * (scene.laid?.lengthens ? 1 : swollen);
  const sy = size * swollen * (i >= 0 ? table.thickness[i] : 1) * (setting.flip ? -1 : 1);
  const turn = setting.turn + (i >= 0 ? table.turn[i] : 0);
  const c = turn === 0 ? 1 : Math.cos(turn);
  const s = turn === 0 ? 0 : Math.sin(turn);
  own[0] = c * sx;
  own[1] = side * s * sx;
  own[2] = -s * sy;
  own[3] = side * c * sy;
}
