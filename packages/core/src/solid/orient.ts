import { meshVolume } from './measure';
import { firstSides, sideFrom } from './edges';
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
  const beside = neighbours(triangles);
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
        over[next] = over[t] ^ (sideFrom(triangles, 3 * t + j) === sideFrom(triangles, side) ? 1 : 0);
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

/** For each side of each triangle the other side of its edge; −1 where there is none, or more than one. */
function neighbours(triangles: Uint32Array): Int32Array {
  const beside = new Int32Array(triangles.length).fill(-1);
  const paired = new Uint8Array(triangles.length);
  firstSides(triangles).forEach((first, side) => {
    if (first === side) return;
    // A second side is beside the first; with a third there is no telling which belong together.
    if (paired[first] === 0) {
      beside[first] = side;
      beside[side] = first;
    } else if (beside[first] >= 0) {
      beside[beside[first]] = -1;
      beside[first] = -1;
    }
    paired[first] = 1;
  });
  return beside;
}

function turnedOver(triangles: Uint32Array, which: (triangle: number) => boolean): Uint32Array {
  const out = triangles.slice();
  for (let i = 0; i < out.length; i += 3)
    if (which(i / 3)) [out[i + 1], out[i + 2]] = [out[i + 2], out[i + 1]];
  return out;
}
