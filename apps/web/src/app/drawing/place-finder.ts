import { eachPlace, pieceNumberAt, placeMatrix, type RowScene } from '@coin-relay/scene';

const m = new Float64Array(6);

/**
 * The place of the row under a point, or null: one whose piece's box holds it, the uppermost
 * first; or else one left out, or bent, whose middle is near.
 * @param reach how far beside a piece still counts, mm
 */
export function placeAt(scene: RowScene, x: number, y: number, reach: number): number | null {
  let found: number | null = null;
  let best = Infinity;
  eachPlace(scene, (k, i, mx, my) => {
    const number = pieceNumberAt(scene, k);
    const off = Math.hypot(x - mx, y - my);
    const inside = number >= 0 && isInBox(scene, k, number, x, y, reach);
    if (!inside && off > scene.span / 2 + reach) return;
    // What the point is in comes before what is only near.
    const score = inside ? off * 1e-3 : off;
    if (score < best) {
      best = score;
      found = i;
    }
  });
  return found;
}

/** The places whose middles lie in a box. */
export function placesIn(scene: RowScene, x0: number, y0: number, x1: number, y1: number): number[] {
  const found: number[] = [];
  eachPlace(scene, (_, i, x, y) => {
    if (x >= x0 && x <= x1 && y >= y0 && y <= y1) found.push(i);
  });
  return found;
}

function isInBox(scene: RowScene, k: number, number: number, x: number, y: number, reach: number): boolean {
  const piece = scene.pieces[number];
  if (piece.mode === 'bent') return false;
  placeMatrix(scene, k, piece, 0, m);
  const det = m[0] * m[3] - m[1] * m[2];
  if (det === 0) return false;
  const dx = x - m[4];
  const dy = y - m[5];
  const px = (m[3] * dx - m[2] * dy) / det;
  const py = (m[0] * dy - m[1] * dx) / det;
  const [x0, y0, x1, y1] = piece.box;
  return px >= x0 - reach && px <= x1 + reach && py >= y0 - reach && py <= y1 + reach;
}
