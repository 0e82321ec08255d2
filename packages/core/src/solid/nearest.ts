import { firstSides, sideFrom, sideTo } from './edges';
import type { Mesh } from './mesh';

/** Triangles of a leaf of the tree at the most. */
const LEAF = 4;
const BOX = 6;

/** A closed solid that is asked how far points are from its surface. */
export interface SurfaceIndex {
  /** x0, y0, z0, x1, y1, z1, mm. */
  readonly bounds: Float64Array;
  /**
   * How far a point is from the surface, mm; negative inside.
   * @param near nearer than this the search ends: what comes back is then no further than this, and its sign says nothing
   */
  distance(x: number, y: number, z: number, near?: number): number;
}

/**
 * Makes a tree of boxes over the triangles of a solid, halved at the median of their middles. Which side a point is on
 * is told by the normal of what it is nearest to: of a corner that of its triangles weighed by their angles there, of an
 * edge that of both its triangles (Bærentzen and Aanæs, Signed distance computation using the angle weighted
 * pseudonormal, 2005); the nearest point of a triangle after Ericson, Real-Time Collision Detection, 5.1.5.
 * @param mesh closed, outside out
 */
export function indexSurface({ positions: p, triangles }: Mesh): SurfaceIndex {
  const many = triangles.length / 3;
  const normals = surfaceNormals(p, triangles);
  const order = Uint32Array.from({ length: many }, (_, i) => i);
  const boxes: number[] = [];
  /** Of a node: where its second child is (its first is the next node); of a leaf −1 − its first triangle. */
  const links: number[] = [];
  const counts: number[] = [];
  const middle = (t: number, c: number): number =>
    p[3 * triangles[3 * t] + c] + p[3 * triangles[3 * t + 1] + c] + p[3 * triangles[3 * t + 2] + c];

  const build = (from: number, to: number): void => {
    const node = links.length;
    const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
    for (let i = from; i < to; i++)
      for (let k = 0; k < 3; k++)
        for (let c = 0; c < 3; c++) {
          const value = p[3 * triangles[3 * order[i] + k] + c];
          box[c] = Math.min(box[c], value);
          box[3 + c] = Math.max(box[3 + c], value);
        }
    boxes.push(...box);
    links.push(-1 - from);
    counts.push(to - from);
    if (to - from <= LEAF) return;
    const size = [0, 1, 2].map((c) => box[3 + c] - box[c]);
    const axis = size.indexOf(Math.max(...size));
    const part = order.subarray(from, to).sort((a, b) => middle(a, axis) - middle(b, axis));
    const half = from + (part.length >> 1);
    build(from, half);
    links[node] = links.length;
    counts[node] = 0;
    build(half, to);
  };
  build(0, many);

  const tree = {
    boxes: Float64Array.from(boxes),
    links: Int32Array.from(links),
    counts: Int32Array.from(counts),
  };
  const stack = new Int32Array(64);
  const found = new Float64Array(3);

  return {
    bounds: tree.boxes.slice(0, BOX),
    distance(x, y, z, near = 0) {
      let best = Infinity;
      const enough = near * near;
      let side = 0;
      let top = 0;
      stack[top++] = 0;
      while (top > 0) {
        const node = stack[--top];
        if (boxDistance(tree.boxes, BOX * node, x, y, z) >= best) continue;
        const link = tree.links[node];
        if (link >= 0) {
          const toFirst = boxDistance(tree.boxes, BOX * (node + 1), x, y, z);
          const toSecond = boxDistance(tree.boxes, BOX * link, x, y, z);
          // The nearer one is looked at first.
          stack[top++] = toFirst < toSecond ? link : node + 1;
          stack[top++] = toFirst < toSecond ? node + 1 : link;
          continue;
        }
        for (let i = -1 - link; i < -1 - link + tree.counts[node]; i++) {
          const t = 3 * order[i];
          const where = nearestOn(p, triangles, t, x, y, z, found);
          const dx = x - found[0];
          const dy = y - found[1];
          const dz = z - found[2];
          const square = dx * dx + dy * dy + dz * dz;
          // A triangle without an area is near to nothing.
          if (!(square < best)) continue;
          best = square;
          if (best < enough) return Math.sqrt(best);
          const n = normals.of(t, where);
          side = dx * normals.all[n] + dy * normals.all[n + 1] + dz * normals.all[n + 2];
        }
      }
      return side < 0 ? -Math.sqrt(best) : Math.sqrt(best);
    },
  };
}

/** Square of how far a point is from a box; 0 in it. */
function boxDistance(boxes: Float64Array, at: number, x: number, y: number, z: number): number {
  const dx = Math.max(boxes[at] - x, 0, x - boxes[at + 3]);
  const dy = Math.max(boxes[at + 1] - y, 0, y - boxes[at + 4]);
  const dz = Math.max(boxes[at + 2] - z, 0, z - boxes[at + 5]);
  return dx * dx + dy * dy + dz * dz;
}

/** What of a triangle is nearest: its face, one of its corners from 1 on, or the edge that begins at one from 4 on. */
const FACE = 0;
const CORNER = 1;
const EDGE = 4;

interface SurfaceNormals {
  /** x, y, z of all of them. */
  readonly all: Float64Array;
  /** Where in `all` that of a feature of a triangle is. */
  of(t: number, feature: number): number;
}

function surfaceNormals(p: Float64Array, triangles: Uint32Array): SurfaceNormals {
  const [sides, corners] = [triangles.length, p.length];
  // Of faces, then of corners, then of edges by their first sides.
  const all = new Float64Array(sides + corners + 3 * sides);
  const firsts = firstSides(triangles);
  const add = (at: number, t: number, weight: number): void => {
    for (let c = 0; c < 3; c++) all[at + c] += weight * all[t + c];
  };
  for (let t = 0; t < sides; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => 3 * triangles[t + k]);
    const [ux, uy, uz] = [0, 1, 2].map((k) => p[b + k] - p[a + k]);
    const [vx, vy, vz] = [0, 1, 2].map((k) => p[c + k] - p[a + k]);
    const n = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
    const size = Math.hypot(...n) || 1;
    for (let k = 0; k < 3; k++) all[t + k] = n[k] / size;
  }
  for (let side = 0; side < sides; side++) {
    const t = side - (side % 3);
    const [at, next] = [3 * sideFrom(triangles, side), 3 * sideTo(triangles, side)];
    const before = 3 * triangles[t + ((side + 2) % 3)];
    add(sides + at, t, angleAt(p, at, next, before));
    add(sides + corners + 3 * firsts[side], t, 1);
  }
  return {
    all,
    of(t, feature) {
      if (feature === FACE) return t;
      return feature < EDGE
        ? sides + 3 * triangles[t + feature - CORNER]
        : sides + corners + 3 * firsts[t + feature - EDGE];
    },
  };
}

function angleAt(p: Float64Array, at: number, a: number, b: number): number {
  const [ux, uy, uz] = [p[a] - p[at], p[a + 1] - p[at + 1], p[a + 2] - p[at + 2]];
  const [vx, vy, vz] = [p[b] - p[at], p[b + 1] - p[at + 1], p[b + 2] - p[at + 2]];
  const cross = Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx);
  return Math.atan2(cross, ux * vx + uy * vy + uz * vz);
}

/** Writes the point of a triangle that is nearest to another one, and says what of the triangle it is on. */
function nearestOn(
  p: Float64Array,
  triangles: Uint32Array,
  t: number,
  x: number,
  y: number,
  z: number,
  out: Float64Array,
): number {
  const a = 3 * triangles[t];
  const b = 3 * triangles[t + 1];
  const c = 3 * triangles[t + 2];
  const ux = p[b] - p[a];
  const uy = p[b + 1] - p[a + 1];
  const uz = p[b + 2] - p[a + 2];
  const vx = p[c] - p[a];
  const vy = p[c + 1] - p[a + 1];
  const vz = p[c + 2] - p[a + 2];
  const wx = x - p[a];
  const wy = y - p[a + 1];
  const wz = z - p[a + 2];
  const uu = ux * ux + uy * uy + uz * uz;
  const uv = ux * vx + uy * vy + uz * vz;
  const vv = vx * vx + vy * vy + vz * vz;
  const d1 = ux * wx + uy * wy + uz * wz;
  const d2 = vx * wx + vy * wy + vz * wz;
  const d3 = d1 - uu;
  const d4 = d2 - uv;
  const d5 = d1 - uv;
  const d6 = d2 - vv;
  const va = d3 * d6 - d5 * d4;
  const vb = d5 * d2 - d1 * d6;
  const vc = d1 * d4 - d3 * d2;
  // How far along both sides from the first corner, and what it is on.
  let u = 0;
  let v = 0;
  let feature = FACE;
  if (d1 <= 0 && d2 <= 0) {
    feature = CORNER;
  } else if (d3 >= 0 && d4 <= d3) {
    u = 1;
    feature = CORNER + 1;
  } else if (vc <= 0 && d1 >= 0 && d3 <= 0) {
    u = d1 / (d1 - d3);
    feature = EDGE;
  } else if (d6 >= 0 && d5 <= d6) {
    v = 1;
    feature = CORNER + 2;
  } else if (vb <= 0 && d2 >= 0 && d6 <= 0) {
    v = d2 / (d2 - d6);
    feature = EDGE + 2;
  } else if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) {
    v = (d4 - d3) / (d4 - d3 + (d5 - d6));
    u = 1 - v;
    feature = EDGE + 1;
  } else {
    u = vb / (va + vb + vc);
    v = vc / (va + vb + vc);
  }
  out[0] = p[a] + u * ux + v * vx;
  out[1] = p[a + 1] + u * uy + v * vy;
  out[2] = p[a + 2] + u * uz + v * vz;
  return feature;
}
