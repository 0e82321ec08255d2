import { familyOf, rounded } from '@coin-relay/model';
import type { RowScene, ScenePiece } from './scene';

/** A piece is so thick, of its pitch, where its family does not say how deep it runs. */
const THIN = 0.12;

/** A piece seen on its edge: a bar as thick as it is, in its own axes. */
export function edgeBar(piece: ScenePiece): string {
  const h = halfDepth(piece);
  const [x0, , x1] = piece.box;
  return rounded(x0, -h, x1, h, Math.min(h, (x1 - x0) / 2));
}

/**
 * Is a piece that was just placed in space seen on its edge in plan? Then the map of its bar is written.
 * @returns false where more is seen of its figure than of its edge, or it lies in its plane
 */
export function isOnEdge(scene: RowScene, piece: ScenePiece, m: Float64Array): boolean {
  if (!scene.stand) return false;
  const { space } = scene.room;
  const [x, y] = [space[0], space[1]];
  const long = Math.sqrt(x * x + y * y);
  if (!(long > 0)) return false;
  const [nx, ny] = [-y / long, x / long];
  const face = Math.abs(space[3] * nx + space[4] * ny) * (piece.box[3] - piece.box[1]);
  const edge = Math.abs(space[6] * nx + space[7] * ny);
  if (face >= 2 * halfDepth(piece) * edge) return false;
  const { setting } = piece;
  m[0] = x;
  m[1] = y;
  m[2] = nx * edge;
  m[3] = ny * edge;
  m[4] = space[9] + setting.line * space[3];
  m[5] = space[10] + setting.line * space[4];
  return true;
}

function halfDepth({ piece, span }: ScenePiece): number {
  return familyOf(piece).runningDepth?.(piece) ?? (span * THIN) / 2;
}
