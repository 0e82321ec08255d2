import type { Mesh } from './mesh';
import { meshEdges } from './mesh-edges';

/**
 * Which edges of the triangles of a mesh are to be seen: those where it turns by more than the crease, and those of one
 * triangle alone. One number an edge, in the order of the corners: from the first to the second, and so on.
 * @param crease radians
 */
export function faceEdges(mesh: Mesh, crease?: number): Uint8Array {
  const { sides, sharp } = meshEdges(mesh, crease);
  const seen = new Uint8Array(mesh.triangles.length).fill(1);
  sharp.forEach((isSharp, e) => {
    if (isSharp === 0) seen[sides[2 * e]] = seen[sides[2 * e + 1]] = 0;
  });
  return seen;
}
