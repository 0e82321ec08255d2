import { firstSides } from './edges';
import type { Mesh } from './mesh';
import { cosBetween, CREASE, faceNormals } from './shade';

/** The edges of a mesh, each once. */
export interface MeshEdges {
  /** The sides of triangles on each, the first and the second (`sideFrom`, `sideTo`); −1 where there is no second one. */
  readonly sides: Int32Array;
  /** 1 where the mesh turns by more than the crease, or ends. */
  readonly sharp: Uint8Array;
  /** Whether each of them is on exactly two triangles. */
  readonly closed: boolean;
}

/** @param crease angle from which on an edge is sharp, radians */
export function meshEdges({ positions, triangles }: Mesh, crease = CREASE): MeshEdges {
  const normals = faceNormals(positions, triangles);
  const firsts = firstSides(triangles);
  const seconds = new Int32Array(triangles.length).fill(-1);
  let closed = true;
  firsts.forEach((first, side) => {
    if (first === side) return;
    if (seconds[first] < 0) seconds[first] = side;
    else closed = false;
  });
  const flat = Math.cos(crease);
  const sides: number[] = [];
  const sharp: number[] = [];
  firsts.forEach((first, side) => {
    if (first !== side) return;
    const second = seconds[side];
    if (second < 0) closed = false;
    sides.push(side, second);
    sharp.push(second < 0 || cosBetween(normals, triangleOf(side), triangleOf(second)) < flat ? 1 : 0);
  });
  return { sides: Int32Array.from(sides), sharp: Uint8Array.from(sharp), closed };
}

/** The triangle that a side is of. */
export const triangleOf = (side: number): number => Math.floor(side / 3);
