import { countEdges } from './edges';
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
  for (const vertex of triangles) used[vertex] = 1;
  const vertices = used.reduce((sum, one) => sum + one, 0);
  const { edges, openEdges } = countEdges(triangles);
  return {
    vertices,
    triangles: triangles.length / 3,
    volume: meshVolume(mesh),
    area: meshArea(mesh),
    bounds: [low[0], low[1], low[2], high[0], high[1], high[2]],
    openEdges,
    euler: vertices - edges + triangles.length / 3,
  };
}

/**
 * What a solid holds, mm³; negative where it is inside out. By the divergence theorem, a sum of tetrahedra from
 * the middle of its box, so that a far place costs no digits.
 */
export function meshVolume({ positions: p, triangles }: Mesh): number {
  const [low, high] = boxOf(p);
  const [mx, my, mz] = low.map((value, axis) => (value + high[axis]) / 2);
  let volume = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [3 * triangles[i], 3 * triangles[i + 1], 3 * triangles[i + 2]];
    const [bx, by, bz] = [p[b] - mx, p[b + 1] - my, p[b + 2] - mz];
    const [cx, cy, cz] = [p[c] - mx, p[c + 1] - my, p[c + 2] - mz];
    volume +=
      ((p[a] - mx) * (by * cz - bz * cy) +
        (p[a + 1] - my) * (bz * cx - bx * cz) +
        (p[a + 2] - mz) * (bx * cy - by * cx)) /
      6;
  }
  return volume;
}

function meshArea({ positions: p, triangles }: Mesh): number {
  let area = 0;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [3 * triangles[i], 3 * triangles[i + 1], 3 * triangles[i + 2]];
    const [ux, uy, uz] = [p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]];
    const [vx, vy, vz] = [p[c] - p[a], p[c + 1] - p[a + 1], p[c + 2] - p[a + 2]];
    area += Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 2;
  }
  return area;
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
