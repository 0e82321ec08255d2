import { meshVolume } from './measure';
import type { Mesh } from './mesh';

/** A mesh all of whose triangles face one way, outward as a whole, and how many of them had to be turned over. */
export interface Oriented {
  readonly mesh: Mesh;
  readonly turned: number;
}

/**
 * Triangles that meet at an edge are made to face the same way: in each connected part the fewer of them are turned over.
 * A mesh that then holds less than nothing was inside out, and is turned over as a whole. Edges where more than two
 * triangles meet join nothing.
 */
export function orientMesh({ positions, triangles }: Mesh): Oriented {
  const count = triangles.length / 3;
  const beside = neighbours(triangles, positions.length / 3);
  const over = new Uint8Array(count);
  const seen = new Uint8Array(count);
  let turned = 0;
  for (let start = 0; start < count; start++) {
    if (seen[start]) continue;
    seen[start] = 1;
    const part = [start];
    let others = 0;
    for (let k = 0; k < part.length; k++) {
      const t = part[k];
      others += over[t];
      for (let j = 0; j < 3; j++) {
        const side = beside[3 * t + j];
        if (side < 0) continue;
        const next = Math.floor(side / 3);
        if (seen[next]) continue;
        seen[next] = 1;
        // Two triangles face the same way where they run along their edge in opposite ways.
        over[next] = over[t] ^ (from(triangles, 3 * t + j) === from(triangles, side) ? 1 : 0);
        part.push(next);
      }
    }
    if (2 * others > part.length) for (const t of part) over[t] ^= 1;
    turned += Math.min(others, part.length - others);
  }
  const mesh = { positions, triangles: turnedOver(triangles, (t) => over[t] === 1) };
  if (!(meshVolume(mesh) < 0)) return { mesh, turned };
  return {
    mesh: { positions, triangles: turnedOver(mesh.triangles, () => true) },
    turned: count - turned,
  };
}

const from = (triangles: Uint32Array, side: number): number => triangles[side];
const to = (triangles: Uint32Array, side: number): number => triangles[side % 3 === 2 ? side - 2 : side + 1];

/** For each side of each triangle the other side of its edge; −1 where there is none, or more than one. */
function neighbours(triangles: Uint32Array, vertices: number): Int32Array {
  const order = Array.from({ length: triangles.length }, (_, i) => i);
  const key = (side: number): number => {
    const [a, b] = [from(triangles, side), to(triangles, side)];
    return Math.min(a, b) * vertices + Math.max(a, b);
  };
  const keys = Float64Array.from(order, key);
  order.sort((a, b) => keys[a] - keys[b]);
  const beside = new Int32Array(triangles.length).fill(-1);
  for (let i = 0, next = 0; i < order.length; i = next) {
    while (next < order.length && keys[order[next]] === keys[order[i]]) next++;
    if (next - i !== 2) continue;
    beside[order[i]] = order[i + 1];
    beside[order[i + 1]] = order[i];
  }
  return beside;
}

function turnedOver(triangles: Uint32Array, which: (triangle: number) => boolean): Uint32Array {
  const out = triangles.slice();
  for (let i = 0; i < out.length; i += 3)
    if (which(i / 3)) [out[i + 1], out[i + 2]] = [out[i + 2], out[i + 1]];
  return out;
}
