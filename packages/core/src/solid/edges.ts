import type { Mesh } from './mesh';
import { hashOf, Slots } from './slots';

/** Where the side of a triangle begins and ends: side i runs from corner i of the triangles to the next one of its own. */
export const sideFrom = (triangles: Uint32Array, side: number): number => triangles[side];
export const sideTo = (triangles: Uint32Array, side: number): number =>
  triangles[side % 3 === 2 ? side - 2 : side + 1];

/** For each side of the triangles the first side that lies on the same edge, whichever way it runs. */
export function firstSides(triangles: Uint32Array): Int32Array {
  const firsts = new Int32Array(triangles.length);
  const known = new Slots(triangles.length);
  for (let side = 0; side < triangles.length; side++) {
    const [a, b] = [sideFrom(triangles, side), sideTo(triangles, side)];
    const [low, high] = a < b ? [a, b] : [b, a];
    const hash = hashOf(low, high);
    let first = known.first(hash);
    while (first >= 0 && !isEdge(triangles, first, low, high)) first = known.after(first);
    if (first < 0) known.add(hash, side);
    firsts[side] = first < 0 ? side : first;
  }
  return firsts;
}

function isEdge(triangles: Uint32Array, side: number, low: number, high: number): boolean {
  const [a, b] = [sideFrom(triangles, side), sideTo(triangles, side)];
  return (a === low && b === high) || (a === high && b === low);
}

/** How many edges there are, and how many are not in exactly two triangles that run along them in opposite ways. */
export function countEdges(triangles: Uint32Array): { edges: number; openEdges: number } {
  const firsts = firstSides(triangles);
  const sides = new Int32Array(triangles.length);
  const ways = new Int32Array(triangles.length);
  firsts.forEach((first, side) => {
    sides[first]++;
    ways[first] += sideFrom(triangles, side) < sideTo(triangles, side) ? 1 : -1;
  });
  let [edges, openEdges] = [0, 0];
  for (let side = 0; side < sides.length; side++) {
    if (sides[side] === 0) continue;
    edges++;
    if (sides[side] !== 2 || ways[side] !== 0) openEdges++;
  }
  return { edges, openEdges };
}

/** The edges that are not in exactly two triangles: both ends of each in turn, x, y, z, mm. */
export function openEdgeLines({ positions, triangles }: Mesh): Float32Array {
  const firsts = firstSides(triangles);
  const sides = new Int32Array(triangles.length);
  firsts.forEach((first) => sides[first]++);
  const lines: number[] = [];
  for (let side = 0; side < sides.length; side++) {
    if (sides[side] === 0 || sides[side] === 2) continue;
    for (const corner of [sideFrom(triangles, side), sideTo(triangles, side)])
      lines.push(positions[3 * corner], positions[3 * corner + 1], positions[3 * corner + 2]);
  }
  return Float32Array.from(lines);
}
