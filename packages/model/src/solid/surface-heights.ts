import type { JobPiece } from '../families';
import { platesReach } from '../families/own/plate';
import { pieceSolid } from './piece-solid';

/** Rays along and across the box that is looked at. */
const RAYS = [9, 5] as const;
/** As fine as this, of its pitch, a piece is made only to see how high it is somewhere. */
const COARSE = 1 / 40;

/**
 * How high a piece is over a box, mm: the least and the largest height at which rays square to the box meet it first;
 * null where none does.
 * @param box from the first x and y in the axes of the piece to the last, mm; where y is looked along, x and z
 * @param along the axis that is looked along
 * @param out which of its sides is looked at: 1 that towards the axis, −1 the other
 * @throws RelayError solid-invalid, solid-too-large
 */
export function surfaceHeights(
  piece: JobPiece,
  span: number,
  [x0, y0, x1, y1]: readonly [number, number, number, number],
  along: 'z' | 'y',
  out: 1 | -1,
): readonly [least: number, most: number] | null {
  // Of bodies from files only their boxes are known everywhere.
  if (along === 'z' && piece.family === 'own' && piece.outline.some(({ solid }) => solid)) {
    const [low, high] = platesReach(piece);
    const reach = out > 0 ? high : -low;
    return [reach, reach];
  }
  const [second, third] = along === 'z' ? [1, 2] : [2, 1];
  const { parts } = pieceSolid(piece, span, piece.pitch * COARSE);
  const [across, up] = RAYS;
  const heights = new Float64Array(across * up).fill(-Infinity);
  for (const { mesh } of parts) {
    const { positions: p, triangles } = mesh;
    for (let t = 0; t < triangles.length; t += 3) {
      const [a, b, c] = [3 * triangles[t], 3 * triangles[t + 1], 3 * triangles[t + 2]];
      const [ux, uy] = [p[b] - p[a], p[b + second] - p[a + second]];
      const [vx, vy] = [p[c] - p[a], p[c + second] - p[a + second]];
      const area = ux * vy - uy * vx;
      if (area === 0) continue;
      for (let i = 0; i < heights.length; i++) {
        const x = x0 + ((x1 - x0) * ((i % across) + 0.5)) / across - p[a];
        const y = y0 + ((y1 - y0) * (Math.floor(i / across) + 0.5)) / up - p[a + second];
        const u = (x * vy - y * vx) / area;
        const v = (ux * y - uy * x) / area;
        if (u < 0 || v < 0 || u + v > 1) continue;
        const z = p[a + third] + u * (p[b + third] - p[a + third]) + v * (p[c + third] - p[a + third]);
        heights[i] = Math.max(heights[i], out * z);
      }
    }
  }
  const met = heights.filter((height) => height > -Infinity);
  return met.length > 0 ? [Math.min(...met), Math.max(...met)] : null;
}
