import type { Mesh } from './mesh';
import { CREASE, faceNormals } from './shade';

/** The edges of a mesh, each once. */
export interface MeshEdges {
  /** Both corners of each. */
  readonly ends: Uint32Array;
  /** The triangles beside each, first and second; −1 where there is no second one. */
  readonly beside: Int32Array;
  /** 1 where the mesh turns by more than the crease. */
  readonly sharp: Uint8Array;
  /** Whether each of them has exactly two triangles beside it. */
  readonly closed: boolean;
}

/** @param crease angle from which on an edge is sharp, radians */
export function meshEdges({ positions, triangles }: Mesh, crease = CREASE): MeshEdges {
  const normals = faceNormals(positions, triangles);
  const corners = positions.length / 3;
  const known = new Map<number, number>();
  const ends: number[] = [];
  const beside: number[] = [];
  let closed = true;
  for (let i = 0; i < triangles.length; i++) {
    const t = Math.floor(i / 3);
    const [a, b] = [triangles[i], triangles[3 * t + ((i + 1) % 3)]];
    const key = Math.min(a, b) * corners + Math.max(a, b);
    const e = known.get(key);
    if (e === undefined) {
      known.set(key, beside.length / 2);
      ends.push(a, b);
      beside.push(t, -1);
    } else if (beside[2 * e + 1] < 0) beside[2 * e + 1] = t;
    else closed = false;
  }
  const flat = Math.cos(crease);
  const sharp = new Uint8Array(beside.length / 2);
  for (let e = 0; e < sharp.length; e++) {
    const [s, t] = [3 * beside[2 * e], 3 * beside[2 * e + 1]];
    if (t < 0) {
      closed = false;
      sharp[e] = 1;
      continue;
    }
    const [m, n] = [normals.subarray(s, s + 3), normals.subarray(t, t + 3)];
    const sizes = Math.hypot(...m) * Math.hypot(...n);
    const cos = m[0] * n[0] + m[1] * n[1] + m[2] * n[2];
    if (cos < flat * sizes) sharp[e] = 1;
  }
  return { ends: Uint32Array.from(ends), beside: Int32Array.from(beside), sharp, closed };
}
