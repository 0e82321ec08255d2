import { areKept, bentPoints, INK, type RowScene, type ScenePiece } from '@coin-relay/scene';
import { newOutline, type Brush, type Outline } from './brush';
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

/** A part of a piece that bends, as it lies where that is. */
interface BentOutline extends Pick<PaintPart, 'fill' | 'line'> {
  readonly path: Outline;
}

/** What bends as it lies where its row stands, to be painted more than once there. */
export class KeptBends {
  private readonly kept = new Map<readonly PaintPart[], Map<string, BentOutline[]>>();

  /** Its row stands elsewhere. */
  clear(): void {
    this.kept.clear();
  }

  /**
   * Parts of a piece where link k is; none where a boundary takes it whole.
   * @param row offset to the left of the path, mm
   */
  of(
    scene: RowScene,
    k: number,
    piece: ScenePiece,
    row: number,
    parts: readonly PaintPart[],
  ): readonly BentOutline[] {
    let there = this.kept.get(parts);
    if (!there) this.kept.set(parts, (there = new Map()));
    const key = `${k} ${row}`;
    let found = there.get(key);
    if (!found) there.set(key, (found = bentOutlines(scene, k, piece, row, parts)));
    return found;
  }
}

function bentOutlines(
  scene: RowScene,
  k: number,
  piece: ScenePiece,
  row: number,
  parts: readonly Pick<PaintPart, 'fine' | 'fill' | 'line'>[],
): BentOutline[] {
  const { boundary } = scene.setOut;
  const found: BentOutline[] = [];
  for (const { fine, fill, line } of parts) {
    if (!fine) continue;
    const points = new Float64Array(fine.points.length);
    bentPoints(scene, k, piece, fine, row, points);
    if (boundary?.how === 'whole' && !areKept(boundary, points)) return found;
    const path = newOutline();
    tracePoints(path, points, fine.rings);
    found.push({ path, fill, line });
  }
  return found;
}

function tracePoints(
  on: Pick<Outline, 'moveTo' | 'lineTo' | 'closePath'>,
  points: Float64Array,
  rings: readonly number[],
): void {
  for (let r = 0; r + 1 < rings.length; r++) {
    const from = rings[r];
    on.moveTo(points[2 * from], points[2 * from + 1]);
    for (let p = from + 1; p < rings[r + 1]; p++) on.lineTo(points[2 * p], points[2 * p + 1]);
    on.closePath();
  }
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
    tracePoints(ctx, points, fine.rings);
    if (fill) {
      ctx.fillStyle = fill;
      ctx.fill('evenodd');
    }
    if (line) ctx.stroke();
  }
}
