import { determinant3, inverse3, mapped3, type Map3 } from '../math';
import { firstSides, sideFrom, sideTo } from './edges';
import type { Mesh } from './mesh';
import { indexSurface, type SurfaceIndex } from './nearest';

/** A solid that is looked at for cutting into others. */
export interface CutBody {
  readonly surface: SurfaceIndex;
  /** Points on its edges and within it: x, y, z of each in turn, mm. */
  readonly points: Float64Array;
  /** How far apart they are, mm. */
  readonly spacing: number;
}

/** Smallest step to a deeper point, as a part of the spacing. */
const FINEST = 1 / 100;
/** Along the axes, and between two of them. */
const WAYS = [-1, 0, 1]
  .flatMap((x) => [-1, 0, 1].flatMap((y) => [-1, 0, 1].map((z) => [x, y, z] as const)))
  .filter((way) => [1, 2].includes(way.filter((each) => each !== 0).length));

/** Points along edges and within one body at the most. */
const MOST_POINTS = 8_000;

/**
 * Takes points of a closed solid: its corners, places along its edges, and a lattice within it, by which what goes
 * right through another one is found.
 * @param spacing how far apart they are, mm; taken coarser where there would be too many
 */
export function cutBody(mesh: Mesh, spacing: number): CutBody {
  const { positions: p, triangles } = mesh;
  const surface = indexSurface(mesh);
  const { bounds } = surface;
  const size = [0, 1, 2].map((c) => bounds[3 + c] - bounds[c]);
  const firsts = firstSides(triangles);
  const ends = Array.from(firsts.keys())
    .filter((side) => firsts[side] === side)
    .map((side) => [3 * sideFrom(triangles, side), 3 * sideTo(triangles, side)] as const);
  const long = ([a, b]: readonly [number, number]): number =>
    Math.hypot(p[b] - p[a], p[b + 1] - p[a + 1], p[b + 2] - p[a + 2]);
  const along = ends.reduce((sum, edge) => sum + long(edge), 0);
  const cells = (step: number): number[] => size.map((each) => Math.max(1, Math.round(each / step)));
  let step = spacing;
  while (along / step + cells(step).reduce((a, b) => a * b) > MOST_POINTS) step *= 1.25;

  const points: number[] = [];
  for (const vertex of new Set(triangles)) points.push(p[3 * vertex], p[3 * vertex + 1], p[3 * vertex + 2]);
  for (const edge of ends) {
    const [a, b] = edge;
    const many = Math.ceil(long(edge) / step);
    for (let i = 1; i < many; i++)
      for (let c = 0; c < 3; c++) points.push(p[a + c] + ((p[b + c] - p[a + c]) * i) / many);
  }
  const many = cells(step);
  const at = (c: number, i: number): number => bounds[c] + (size[c] * (i + 0.5)) / many[c];
  for (let i = 0; i < many[0]; i++)
    for (let j = 0; j < many[1]; j++)
      for (let k = 0; k < many[2]; k++) {
        const [x, y, z] = [at(0, i), at(1, j), at(2, k)];
        if (surface.distance(x, y, z) < 0) points.push(x, y, z);
      }
  return { surface, points: Float64Array.from(points), spacing: step };
}

/**
 * How deep two bodies cut into each other, mm in the axes of the first: how far the deepest point of the one is below
 * the surface of the other.
 * @param m takes the axes of the second to those of the first
 * @param over depths up to this are not told apart from none, mm
 */
export function cutDepth(a: CutBody, b: CutBody, m: Map3, over: number): number {
  const deep = deepest(a.surface, b, m, over);
  const back = inverse3(m);
  if (!back) return deep;
  // The second one may be drawn larger than it is made.
  const size = Math.cbrt(Math.abs(determinant3(m)));
  return Math.max(deep, size * deepest(b.surface, a, back, Math.max(over, deep) / size));
}

function deepest({ bounds, distance }: SurfaceIndex, body: CutBody, m: Map3, over: number): number {
  const { points } = body;
  let found = over;
  let best = -1;
  for (let i = 0; i < points.length; i += 3) {
    const px = points[i];
    const py = points[i + 1];
    const pz = points[i + 2];
    const x = m[0] * px + m[1] * py + m[2] * pz + m[3];
    if (x <= bounds[0] + found || x >= bounds[3] - found) continue;
    const y = m[4] * px + m[5] * py + m[6] * pz + m[7];
    if (y <= bounds[1] + found || y >= bounds[4] - found) continue;
    const z = m[8] * px + m[9] * py + m[10] * pz + m[11];
    if (z <= bounds[2] + found || z >= bounds[5] - found) continue;
    const depth = -distance(x, y, z, found);
    if (depth > found) {
      found = depth;
      best = i;
    }
  }
  return best < 0 ? 0 : deeperAround(distance, body, best, m, found);
}

/** Steps from the deepest point to deeper ones within the body, ever smaller ones, so that its points need not be many. */
function deeperAround(
  distance: SurfaceIndex['distance'],
  { points, surface, spacing }: CutBody,
  from: number,
  m: Map3,
  depth: number,
): number {
  let at = [points[from], points[from + 1], points[from + 2]];
  let found = depth;
  for (let step = spacing / 2; step > spacing * FINEST;) {
    let gone = false;
    for (const way of WAYS) {
      const to = at.map((value, c) => value + step * way[c]);
      const [x, y, z] = mapped3(m, to[0], to[1], to[2]);
      const deeper = -distance(x, y, z, found);
      if (deeper <= found || surface.distance(to[0], to[1], to[2]) > 0) continue;
      [at, found, gone] = [to, deeper, true];
    }
    if (!gone) step /= 2;
  }
  return found;
}
