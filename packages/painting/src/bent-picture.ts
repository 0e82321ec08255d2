import { bentPoints, type RowScene, type ScenePiece } from '@coin-relay/scene';
import type { Brush, Pictures } from './brush';
import type { Map6 } from './map6';

/** A picture that bends is painted in so many strips across its piece. */
const STRIPS = 16;
/** Strips lie over one another by so much, of their length, so that no line is seen between them. */
const OVER = 0.06;
const NO_RINGS: readonly number[] = [];

/** Paints the picture of a piece that bends, strip by strip, on what of it the piece covers. */
export function paintBentPicture(
  ctx: Brush,
  [a, b, c, d, e, f]: Map6,
  scene: RowScene,
  k: number,
  piece: ScenePiece,
  row: number,
  pictures: Pictures | null,
): void {
  const laid = piece.piece.finish?.picture;
  const image = laid ? pictures?.get(laid.picture) : null;
  if (!laid || !image) return;
  const [bx0, by0, bx1, by1] = piece.box;
  const [x0, x1] = [Math.max(bx0, laid.x), Math.min(bx1, laid.x + laid.width)];
  const [y0, y1] = [Math.max(by0, laid.y - laid.height), Math.min(by1, laid.y)];
  if (!(x1 > x0 && y1 > y0)) return;
  const points = new Float64Array(4 * (STRIPS + 1));
  for (let i = 0; i <= STRIPS; i++) {
    const x = x0 + ((x1 - x0) * i) / STRIPS;
    points.set([x, y0, x, y1], 4 * i);
  }
  const out = new Float64Array(points.length);
  bentPoints(scene, k, piece, { points, rings: NO_RINGS }, row, out);
  const wide = (x1 - x0) / STRIPS;
  const high = y1 - y0;
  ctx.save();
  for (let i = 0; i < STRIPS; i++) {
    const [lx, ly, ux, uy, rx, ry, vx, vy] = out.subarray(4 * i, 4 * i + 8);
    // From the middles of its four sides: what it lies on is a trapezium, and that is a strip by nearly nothing.
    const [alongX, alongY] = [(rx + vx - lx - ux) / (2 * wide), (ry + vy - ly - uy) / (2 * wide)];
    const [upX, upY] = [(ux + vx - lx - rx) / (2 * high), (uy + vy - ly - ry) / (2 * high)];
    const [mx, my] = [(lx + ux + rx + vx) / 4, (ly + uy + ry + vy) / 4];
    const x = x0 + wide * (i + 0.5);
    const y = (y0 + y1) / 2;
    // Its outer side is longer than its middle, by how much the strip turns.
    const longer = Math.max(Math.hypot(rx - lx, ry - ly), Math.hypot(vx - ux, vy - uy));
    const middle = Math.hypot(alongX, alongY) * wide || 1;
    const half = (wide / 2) * (longer / middle + OVER);
    const [ox, oy] = [mx - alongX * x - upX * y, my - alongY * x - upY * y];
    ctx.setTransform(
      a * alongX + c * alongY,
      b * alongX + d * alongY,
      -(a * upX + c * upY),
      -(b * upX + d * upY),
      a * ox + c * oy + e,
      b * ox + d * oy + f,
    );
    ctx.save();
    ctx.beginPath();
    const from = Math.max(x - half, x0);
    ctx.rect(from, -y1, Math.min(x + half, x1) - from, high);
    ctx.clip();
    // Figures have y up, pictures y down.
    ctx.drawImage(image as never, laid.x, -laid.y, laid.width, laid.height);
    ctx.restore();
  }
  ctx.restore();
}
