import { shadeMesh, smoothMesh } from '@coin-relay/core/solid';
import type { MadeSolid } from '../engine/solid-tasks';

/** Corners of a box by the bits x, y and z of their numbers, and its sides, outward. */
const SIDES = Uint32Array.of(
  ...[0, 2, 3, 0, 3, 1, 4, 5, 7, 4, 7, 6, 0, 1, 5, 0, 5, 4],
  ...[2, 6, 7, 2, 7, 3, 0, 4, 6, 0, 6, 2, 1, 3, 7, 1, 7, 5],
);

/** Triangles of one copy of it as it is drawn, those of its outline among them. */
export const BOX_TRIANGLES = (2 * SIDES.length) / 3;

export const trianglesOf = ({ parts }: MadeSolid): number =>
  parts.reduce((sum, { triangles, outline }) => sum + (triangles.length + outline.triangles.length) / 3, 0);

/** A box as large as a solid, of its main material. */
export function boxSolid({ parts, main }: MadeSolid): MadeSolid {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (const { positions } of parts)
    for (let i = 0; i < positions.length; i++) {
      low[i % 3] = Math.min(low[i % 3], positions[i]);
      high[i % 3] = Math.max(high[i % 3], positions[i]);
    }
  const positions = Float64Array.from({ length: 24 }, (_, i) =>
    ((i - (i % 3)) / 3) & (1 << (i % 3)) ? high[i % 3] : low[i % 3],
  );
  const mesh = { positions, triangles: SIDES };
  return { parts: [{ ...shadeMesh(mesh), outline: smoothMesh(mesh), material: main }], main };
}
