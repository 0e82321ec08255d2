import type { Mesh } from './mesh';

/** A solid ready to be drawn: what is smooth has smooth normals, and its sharp edges are lines. */
export interface ShadedMesh {
  /** x, y, z of each corner, mm; a corner on a sharp edge is there once for each side of it. */
  readonly positions: Float32Array;
  /** Unit vectors outward, one for each corner. */
  readonly normals: Float32Array;
  /** Three corners a triangle. */
  readonly triangles: Uint32Array;
  /** Sharp edges: x, y, z of both ends in turn, mm. */
  readonly edges: Float32Array;
}

/** Faces that meet at less than this are one smooth face, radians. */
export const CREASE = (32 * Math.PI) / 180;
/** Normals of one corner that differ by less than one part of this are one. */
const NORMAL_STEPS = 512;

/**
 * Normals of a solid by the angle at which its faces meet, weighed by their areas, and the edges that are sharp.
 * @param crease angle from which on an edge is sharp, radians
 * @returns besides which corner of the solid each of its corners is
 */
export function shadeMesh(
  { positions, triangles }: Mesh,
  crease = CREASE,
): ShadedMesh & { readonly from: Uint32Array } {
  const faces = faceNormals(positions, triangles);
  const least = Math.cos(crease);
  const around = trianglesAround(triangles, positions.length / 3);
  const outP: number[] = [];
  const outN: number[] = [];
  const from: number[] = [];
  const known = new Map<string, number>();
  const corners = new Uint32Array(triangles.length);
  for (let i = 0; i < triangles.length; i++) {
    const vertex = triangles[i];
    const face = Math.floor(i / 3);
    let [x, y, z] = [0, 0, 0];
    for (let t = around.first[vertex]; t < around.first[vertex + 1]; t++) {
      const other = around.triangles[t];
      if (cosBetween(faces, face, other) < least) continue;
      x += faces[3 * other];
      y += faces[3 * other + 1];
      z += faces[3 * other + 2];
    }
    const long = Math.sqrt(x * x + y * y + z * z) || 1;
    const normal = [x / long, y / long, z / long];
    const key = `${vertex} ${normal.map((value) => Math.round(value * NORMAL_STEPS)).join(' ')}`;
    let at = known.get(key);
    if (at === undefined) {
      at = outP.push(positions[3 * vertex], positions[3 * vertex + 1], positions[3 * vertex + 2]) / 3 - 1;
      outN.push(...normal);
      from.push(vertex);
      known.set(key, at);
    }
    corners[i] = at;
  }
  return {
    positions: Float32Array.from(outP),
    normals: Float32Array.from(outN),
    triangles: corners,
    edges: sharpEdges(positions, triangles, faces, least),
    from: Uint32Array.from(from),
  };
}

/** A solid with the normals of its faces weighed together at every corner: what it is grown along. */
export function smoothMesh({ positions, triangles }: Mesh): Omit<ShadedMesh, 'edges'> {
  const faces = faceNormals(positions, triangles);
  const sums = new Float64Array(positions.length);
  for (let i = 0; i < triangles.length; i++) {
    const face = 3 * Math.floor(i / 3);
    for (let axis = 0; axis < 3; axis++) sums[3 * triangles[i] + axis] += faces[face + axis];
  }
  const normals = new Float32Array(sums.length);
  for (let i = 0; i < sums.length; i += 3) {
    const long = Math.hypot(sums[i], sums[i + 1], sums[i + 2]) || 1;
    for (let axis = 0; axis < 3; axis++) normals[i + axis] = sums[i + axis] / long;
  }
  return { positions: Float32Array.from(positions), normals, triangles };
}

/** Twice the area of each triangle along its normal: x, y, z in turn. */
export function faceNormals(p: Float64Array, triangles: Uint32Array): Float64Array {
  const out = new Float64Array(triangles.length);
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [3 * triangles[i], 3 * triangles[i + 1], 3 * triangles[i + 2]];
    const [ux, uy, uz] = [p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]];
    const [vx, vy, vz] = [p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]];
    out[i] = uy * vz - uz * vy;
    out[i + 1] = uz * vx - ux * vz;
    out[i + 2] = ux * vy - uy * vx;
  }
  return out;
}

/** The cosine of the angle between two triangles; 1 where one of them has no size. @param faces as `faceNormals` */
export function cosBetween(faces: Float64Array, a: number, b: number): number {
  const [i, j] = [3 * a, 3 * b];
  const dot = faces[i] * faces[j] + faces[i + 1] * faces[j + 1] + faces[i + 2] * faces[j + 2];
  const sizes =
    (faces[i] ** 2 + faces[i + 1] ** 2 + faces[i + 2] ** 2) *
    (faces[j] ** 2 + faces[j + 1] ** 2 + faces[j + 2] ** 2);
  return sizes > 0 ? dot / Math.sqrt(sizes) : 1;
}

/** The triangles round each vertex, one vertex after the other. */
function trianglesAround(
  triangles: Uint32Array,
  vertices: number,
): { readonly first: Uint32Array; readonly triangles: Uint32Array } {
  const first = new Uint32Array(vertices + 1);
  for (const vertex of triangles) first[vertex + 1]++;
  for (let v = 0; v < vertices; v++) first[v + 1] += first[v];
  const next = first.slice();
  const out = new Uint32Array(triangles.length);
  for (let i = 0; i < triangles.length; i++) out[next[triangles[i]]++] = Math.floor(i / 3);
  return { first, triangles: out };
}

/** A smooth face narrower than this, of the size of its body, eases the edge between its neighbours. */
const NARROW = 0.06;

/**
 * The sharp edges. Of an eased edge, whose narrow face would be lined on both of its sides, only the side towards the
 * larger face.
 */
function sharpEdges(
  p: Float64Array,
  triangles: Uint32Array,
  faces: Float64Array,
  least: number,
): Float32Array {
  const vertices = p.length / 3;
  const many = triangles.length / 3;
  const seen = new Map<number, number>();
  const sharp: { readonly a: number; readonly b: number; readonly one: number; readonly other: number }[] =
    [];
  const smooth = new Union(many);
  for (let i = 0; i < triangles.length; i++) {
    const [a, b] = [triangles[i], triangles[i % 3 === 2 ? i - 2 : i + 1]];
    const key = Math.min(a, b) * vertices + Math.max(a, b);
    const one = Math.floor(i / 3);
    const other = seen.get(key);
    if (other === undefined) seen.set(key, one);
    else if (cosBetween(faces, other, one) < least) sharp.push({ a, b, one, other });
    else smooth.join(one, other);
  }
  const area = new Float64Array(many);
  for (let t = 0; t < many; t++)
    area[smooth.of(t)] += Math.hypot(faces[3 * t], faces[3 * t + 1], faces[3 * t + 2]) / 2;
  const rim = new Float64Array(many);
  const largest = new Float64Array(many);
  const long = ({ a, b }: { a: number; b: number }): number =>
    Math.hypot(p[3 * a] - p[3 * b], p[3 * a + 1] - p[3 * b + 1], p[3 * a + 2] - p[3 * b + 2]);
  for (const edge of sharp) {
    const [one, other] = [smooth.of(edge.one), smooth.of(edge.other)];
    for (const [face, across] of [
      [one, other],
      [other, one],
    ]) {
      rim[face] += long(edge);
      largest[face] = Math.max(largest[face], area[across]);
    }
  }
  const size = Math.max(1e-9, sizeOf(p));
  const eases = (face: number): boolean => (2 * area[face]) / rim[face] < NARROW * size;
  const out: number[] = [];
  for (const edge of sharp) {
    const [one, other] = [smooth.of(edge.one), smooth.of(edge.other)];
    const hidden = (face: number, across: number): boolean =>
      eases(face) && !eases(across) && area[across] < largest[face] * (1 - 1e-9);
    if (hidden(one, other) || hidden(other, one)) continue;
    for (const v of [edge.a, edge.b]) out.push(p[3 * v], p[3 * v + 1], p[3 * v + 2]);
  }
  return Float32Array.from(out);
}

/** The longest side of the box round points. */
function sizeOf(p: Float64Array): number {
  let most = 0;
  for (let axis = 0; axis < 3; axis++) {
    let [low, high] = [Infinity, -Infinity];
    for (let i = axis; i < p.length; i += 3) {
      low = Math.min(low, p[i]);
      high = Math.max(high, p[i]);
    }
    most = Math.max(most, high - low);
  }
  return most;
}

/** Things that belong together, joined two by two. */
class Union {
  private readonly up: Uint32Array;

  constructor(many: number) {
    this.up = Uint32Array.from({ length: many }, (_, i) => i);
  }

  of(i: number): number {
    while (this.up[i] !== i) {
      this.up[i] = this.up[this.up[i]];
      i = this.up[i];
    }
    return i;
  }

  join(i: number, j: number): void {
    this.up[this.of(i)] = this.of(j);
  }
}
