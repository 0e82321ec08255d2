import type { Mesh } from './mesh';

export interface SolidMeasures {
  readonly vertices: number;
  readonly triangles: number;
  /** mm³; negative where it is inside out. */
  readonly volume: number;
  /** mm². */
  readonly area: number;
  /** x0, y0, z0, x1, y1, z1, mm. */
  readonly bounds: readonly [number, number, number, number, number, number];
  /** Edges that are not in exactly two triangles which run along it in opposite ways: 0 of a closed solid. */
  readonly openEdges: number;
  /** Vertices − edges + triangles: 2 − 2 × its holes for each body. */
  readonly euler: number;
}

/** Weighs and counts a solid; Euler’s number after Euler and Poincaré. */
export function measureMesh(mesh: Mesh): SolidMeasures {
  const { positions, triangles } = mesh;
  const [low, high] = boxOf(positions);
  const used = new Uint8Array(positions.length / 3);
  let area = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((j) => corner(mesh, i + j, [0, 0, 0]));
    area += Math.hypot(...cross(minus(b, a), minus(c, a))) / 2;
    for (let j = 0; j < 3; j++) used[triangles[i + j]] = 1;
  }
  const vertices = used.reduce((sum, one) => sum + one, 0);
  const { edges, openEdges } = countEdges(triangles, used.length);
  return {
    vertices,
    triangles: triangles.length / 3,
    volume: meshVolume(mesh),
    area,
    bounds: [low[0], low[1], low[2], high[0], high[1], high[2]],
    openEdges,
    euler: vertices - edges + triangles.length / 3,
  };
}

/**
 * What a solid holds, mm³; negative where it is inside out. By the divergence theorem, a sum of tetrahedra from
 * the middle of its box, so that a far place costs no digits.
 */
export function meshVolume(mesh: Mesh): number {
  const [low, high] = boxOf(mesh.positions);
  const middle = low.map((value, axis) => (value + high[axis]) / 2);
  let volume = 0;
  for (let i = 0; i < mesh.triangles.length; i += 3) {
    const [a, b, c] = [0, 1, 2].map((j) => corner(mesh, i + j, middle));
    volume += dot(a, cross(b, c)) / 6;
  }
  return volume;
}

function boxOf(positions: Float64Array): [low: number[], high: number[]] {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    low[i % 3] = Math.min(low[i % 3], positions[i]);
    high[i % 3] = Math.max(high[i % 3], positions[i]);
  }
  return [low, high];
}

/** Corner i of the triangles, seen from a place. */
function corner({ positions, triangles }: Mesh, i: number, from: Triple): Triple {
  const k = 3 * triangles[i];
  return [positions[k] - from[0], positions[k + 1] - from[1], positions[k + 2] - from[2]];
}

/** How many edges there are, and how many are not in exactly two triangles that run along them in opposite ways. */
function countEdges(triangles: Uint32Array, vertices: number): { edges: number; openEdges: number } {
  // Both sides of an edge have one number, but for its last bit, which is the way: sorted, they lie side by side.
  const sides = new Float64Array(triangles.length);
  for (let i = 0; i < triangles.length; i++) {
    const [from, to] = [triangles[i], triangles[i % 3 === 2 ? i - 2 : i + 1]];
    sides[i] = 2 * (Math.min(from, to) * vertices + Math.max(from, to)) + (from < to ? 1 : 0);
  }
  sides.sort();
  let [edges, openEdges] = [0, 0];
  for (let i = 0, next = 0; i < sides.length; i = next) {
    while (next < sides.length && Math.floor(sides[next] / 2) === Math.floor(sides[i] / 2)) next++;
    edges++;
    if (next - i !== 2 || sides[i] === sides[i + 1]) openEdges++;
  }
  return { edges, openEdges };
}

type Triple = readonly number[];
const minus = (a: Triple, b: Triple): Triple => a.map((value, i) => value - b[i]);
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
