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

/**
 * Weighs and counts a solid. Volume by the divergence theorem, a sum of tetrahedra from the origin
 * of its box's middle, so that a far place costs no digits; Euler’s number after Euler and Poincaré.
 */
export function measureMesh({ positions, triangles }: Mesh): SolidMeasures {
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    low[i % 3] = Math.min(low[i % 3], positions[i]);
    high[i % 3] = Math.max(high[i % 3], positions[i]);
  }
  const middle = low.map((value, i) => (value + high[i]) / 2);
  const used = new Set<number>();
  const edges = new Map<number, { count: number; way: number }>();
  const many = positions.length / 3;
  let [volume, area] = [0, 0];
  const at = (k: number, axis: number): number => positions[3 * k + axis] - middle[axis];
  for (let i = 0; i < triangles.length; i += 3) {
    const corners = [triangles[i], triangles[i + 1], triangles[i + 2]];
    const [a, b, c] = corners.map((k) => [at(k, 0), at(k, 1), at(k, 2)]);
    volume += dot(a, cross(b, c)) / 6;
    area += Math.hypot(...cross(minus(b, a), minus(c, a))) / 2;
    corners.forEach((from, j) => {
      used.add(from);
      const to = corners[(j + 1) % 3];
      const key = Math.min(from, to) * many + Math.max(from, to);
      const edge = edges.get(key) ?? { count: 0, way: 0 };
      edge.count++;
      edge.way += from < to ? 1 : -1;
      edges.set(key, edge);
    });
  }
  let openEdges = 0;
  for (const { count, way } of edges.values()) if (count !== 2 || way !== 0) openEdges++;
  return {
    vertices: used.size,
    triangles: triangles.length / 3,
    volume,
    area,
    bounds: [low[0], low[1], low[2], high[0], high[1], high[2]],
    openEdges,
    euler: used.size - edges.size + triangles.length / 3,
  };
}

type Triple = readonly number[];
const minus = (a: Triple, b: Triple): Triple => a.map((value, i) => value - b[i]);
const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
