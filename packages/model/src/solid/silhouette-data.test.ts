import { measurePath, parsePathData, pathBounds } from '@coin-relay/core';
import { extrude, joinMeshes, mapMesh, type Mesh } from '@coin-relay/core/solid';
import { describe, expect, it } from 'vitest';
import { checkOutline } from '../pieces';
import { MOST_SILHOUETTE_POINTS, silhouetteData } from './silhouette-data';

/** A lump with dents that may cut into itself, of so many rings, different for each seed. */
function lump(seed: number, rings: number, rough: number): Mesh {
  let state = seed;
  const random = (): number => (state = (state * 1_664_525 + 1_013_904_223) >>> 0) / 2 ** 32;
  const waves = Array.from({ length: 12 }, () => [
    random() * 6 + 1,
    Math.round(random() * 6),
    random() * 6.28,
  ]);
  const round = 2 * rings;
  const positions: number[] = [];
  const triangles: number[] = [];
  const at = (i: number, j: number): number => i * round + (j % round);
  for (let i = 0; i <= rings; i++) {
    for (let j = 0; j < round; j++) {
      const [a, b] = [(Math.PI * i) / rings, (Math.PI * j) / rings];
      let r = 10 + (i > 0 && i < rings ? rough * (2 * random() - 1) : 0);
      for (const [up, about, from] of waves)
        r += rough * Math.sin(up * a * 2 + from) * Math.cos(about * b + from);
      positions.push(r * Math.sin(a) * Math.cos(b), r * Math.sin(a) * Math.sin(b), r * Math.cos(a));
      if (i < rings) {
        triangles.push(at(i, j), at(i + 1, j), at(i + 1, j + 1));
        triangles.push(at(i, j), at(i + 1, j + 1), at(i, j + 1));
      }
    }
  }
  return { positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) };
}

const pointsIn = (data: string): number => data.match(/[ML]/g)?.length ?? 0;

describe('a silhouette as an outline', () => {
  it.each([0.1, 0.8, 2])('is one that a piece can have, of whatever lumps it is (%s)', (rough) => {
    for (let seed = 1; seed <= 8; seed++) {
      const one = lump(seed, 24, rough);
      const beside = mapMesh(lump(seed + 99, 16, rough), [1, 0, 0, 15, 0, 1, 0, 2, 0, 0, 1, 0]);
      const data = silhouetteData([seed % 2 === 0 ? one : joinMeshes([one, beside])]);
      expect(() => checkOutline([{ data }])).not.toThrow();
      expect(pointsIn(data)).toBeGreaterThan(20);
    }
  });

  it('has no more points than there may be, however fine its bodies are', () => {
    const teeth = 4_000;
    const ring = Float64Array.from({ length: 4 * teeth }, (_, i) => {
      const k = Math.floor(i / 2);
      const [a, r] = [(Math.PI * k) / teeth, k % 2 === 0 ? 50 : 49.2];
      return i % 2 === 0 ? r * Math.cos(a) : r * Math.sin(a);
    });
    const data = silhouetteData([extrude([ring], -1, 1)]);
    expect(pointsIn(data)).toBeLessThanOrEqual(MOST_SILHOUETTE_POINTS);
    expect(() => checkOutline([{ data }])).not.toThrow();
  });

  it('leaves out specks, and keeps the largest ring first', () => {
    const square = (x: number, y: number, size: number): Mesh =>
      extrude([Float64Array.of(x, y, x + size, y, x + size, y + size, x, y + size)], 0, 1);
    const data = silhouetteData([square(30, 0, 6), square(0, 0, 20), square(50, 0, 0.02)]);
    const widths = parsePathData(data).map((contour) => {
      const [x0, , x1] = pathBounds(measurePath(contour));
      return x1 - x0;
    });
    expect(widths.map((width) => Number(width.toFixed(3)))).toEqual([20, 6]);
  });

  it('of what is seen edge on there is none, and that is said', () => {
    const upright = mapMesh(
      extrude([Float64Array.of(0, 0, 5, 0, 5, 5)], 0, 1),
      [1, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0, 0],
    );
    expect(() => silhouetteData([upright])).toThrow(/Nothing of this solid is seen in plan/);
  });
});
