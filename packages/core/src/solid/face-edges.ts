import type { Mesh } from './mesh';
import { CREASE, faceNormals } from './shade';

/**
 * Which edges of the triangles of a mesh are to be seen: those where it turns by more than the crease, and those of one
 * triangle alone. One number an edge, in the order of the corners: from the first to the second, and so on.
 * @param crease radians
 */
export function faceEdges({ positions, triangles }: Mesh, crease = CREASE): Uint8Array {
  const normals = faceNormals(positions, triangles);
  for (let t = 0; t < normals.length; t += 3) {
    const size = Math.hypot(normals[t], normals[t + 1], normals[t + 2]) || 1;
    for (let k = t; k < t + 3; k++) normals[k] /= size;
  }
  const corners = positions.length / 3;
  const first = new Map<number, number>();
  const seen = new Uint8Array(triangles.length).fill(1);
  const flat = Math.cos(crease);
  for (let e = 0; e < triangles.length; e++) {
    const t = Math.floor(e / 3);
    const [a, b] = [triangles[e], triangles[3 * t + ((e + 1) % 3)]];
    const key = Math.min(a, b) * corners + Math.max(a, b);
    const other = first.get(key);
    if (other === undefined) {
      first.set(key, e);
      continue;
    }
    const o = 3 * Math.floor(other / 3);
    const cos =
      normals[3 * t] * normals[o] + normals[3 * t + 1] * normals[o + 1] + normals[3 * t + 2] * normals[o + 2];
    if (cos > flat) seen[e] = seen[other] = 0;
  }
  return seen;
}
