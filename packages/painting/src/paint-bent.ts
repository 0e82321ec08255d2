import { areKept, bentPoints, INK, type RowScene, type ScenePiece } from '@coin-relay/scene';
import type { Brush } from './brush';
import type { Map6 } from './map6';
import type { PaintPart } from './piece-looks';

let room = new Float64Array(0);

/** The area of the first ring of some outlines, twice: below zero where it runs clockwise. */
function areaOf(points: Float64Array, [, to]: readonly number[]): number {
  let sum = 0;
  for (let p = 0, q = to - 1; p < to; q = p++)
    sum += points[2 * q] * points[2 * p + 1] - points[2 * p] * points[2 * q + 1];
  return sum;
}

/**
 * Paints parts of a piece that bends where link k is.
 * @param row offset to the left of the path, mm
 * @param seen of what is seen from one side only: whether the drawing is turned over (−1) or not where that side is seen
 */
export function paintBent(
  ctx: Brush,
  [a, b, c, d, e, f]: Map6,
  pixel: number,
  scene: RowScene,
  k: number,
  piece: ScenePiece,
  row: number,
  parts: readonly Pick<PaintPart, 'fine' | 'fill' | 'line'>[],
  seen: 1 | -1 | null = null,
): void {
  ctx.setTransform(a, b, c, d, e, f);
  ctx.lineWidth = pixel;
  ctx.strokeStyle = INK;
  const { boundary } = scene.setOut;
  for (const { fine, fill, line } of parts) {
    if (!fine) continue;
    const size = fine.points.length;
    if (room.length < size) room = new Float64Array(size);
    const points = room.subarray(0, size);
    bentPoints(scene, k, piece, fine, row, points);
    if (boundary?.how === 'whole' && !areKept(boundary, points)) return;
    if (seen !== null && areaOf(points, fine.rings) * areaOf(fine.points, fine.rings) * seen <= 0) continue;
    ctx.beginPath();
    for (let r = 0; r + 1 < fine.rings.length; r++) {
      const from = fine.rings[r];
      ctx.moveTo(points[2 * from], points[2 * from + 1]);
      for (let p = from + 1; p < fine.rings[r + 1]; p++) ctx.lineTo(points[2 * p], points[2 * p + 1]);
      ctx.closePath();
    }
    if (fill) {
      ctx.fillStyle = fill;
      ctx.fill('evenodd');
    }
    if (line) ctx.stroke();
  }
}
