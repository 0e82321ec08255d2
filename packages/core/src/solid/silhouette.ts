import type { Mesh } from './mesh';
import type { Ring } from './rings';

/**
 * The rings round all triangles of a solid that face who looks along z from in front, seen in plan: each place is
 * within them as often, counted by the ways they run, as it is covered. What is within them at all is the silhouette.
 * The edges of a set of triangles that none of its other triangles runs along the other way form rings by themselves.
 */
export function frontRings({ positions, triangles }: Mesh): Ring[] {
  const vertices = positions.length / 3;
  const ways = new Map<number, number>();
  const key = (from: number, to: number): number => from * vertices + to;
  for (let i = 0; i < triangles.length; i += 3) {
    const corners = [triangles[i], triangles[i + 1], triangles[i + 2]];
    if (!(areaInPlan(positions, corners) > 0)) continue;
    corners.forEach((from, j) => {
      const to = corners[(j + 1) % 3];
      const back = key(to, from);
      const many = ways.get(back) ?? 0;
      if (many > 1) ways.set(back, many - 1);
      else if (many === 1) ways.delete(back);
      else ways.set(key(from, to), (ways.get(key(from, to)) ?? 0) + 1);
    });
  }
  return ringsAlong(ways, vertices).map((ring) =>
    Float64Array.from(ring.flatMap((k) => [positions[3 * k], positions[3 * k + 1]])),
  );
}

function areaInPlan(p: Float64Array, [a, b, c]: readonly number[]): number {
  return (
    (p[3 * b] - p[3 * a]) * (p[3 * c + 1] - p[3 * a + 1]) -
    (p[3 * c] - p[3 * a]) * (p[3 * b + 1] - p[3 * a + 1])
  );
}

/** Edges put together to rings: as many of them end in a corner as begin there. */
function ringsAlong(ways: ReadonlyMap<number, number>, vertices: number): number[][] {
  const ahead = new Map<number, number[]>();
  for (const [way, many] of ways) {
    const [from, to] = [Math.floor(way / vertices), way % vertices];
    const known = ahead.get(from);
    const all = Array.from({ length: many }, () => to);
    if (known) known.push(...all);
    else ahead.set(from, all);
  }
  const rings: number[][] = [];
  for (const [start, onward] of ahead) {
    while (onward.length > 0) {
      const ring: number[] = [];
      let at: number | undefined = start;
      while (at !== undefined) {
        const next: number | undefined = ahead.get(at)?.pop();
        if (next === undefined) break;
        ring.push(at);
        at = next === start ? undefined : next;
      }
      rings.push(ring);
    }
  }
  return rings;
}
