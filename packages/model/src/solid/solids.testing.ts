import { fineOutline, parsePathData } from '@coin-relay/core';
import { measureMesh, type Mesh } from '@coin-relay/core/solid';
import { areaPathsD, booleanOpD, ClipType, FillRule, type PathsD } from 'clipper2-ts';
import { expect } from 'vitest';
import type { Figure } from '../figure';
import { silhouetteOf } from './silhouette';
import type { Solid } from './solid';

/** Decimals of a millimetre that outlines are compared with. */
const PRECISION = 5;

/** What is covered when a solid is looked at along z. */
const sideView = ({ parts }: Pick<Solid, 'parts'>): PathsD =>
  silhouetteOf(parts.map(({ mesh }) => mesh)).map((ring) =>
    Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
  );

/** What is covered by a drawing. */
function drawn({ parts }: Figure, tolerance: number): PathsD {
  return parts.reduce<PathsD>((all, { d, fill }) => {
    if (fill === null) return all;
    const { points, rings } = fineOutline(parsePathData(d), Infinity, tolerance);
    const paths: PathsD = rings.slice(0, -1).map((from, r) =>
      Array.from({ length: rings[r + 1] - from }, (_, i) => ({
        x: points[2 * (from + i)],
        y: points[2 * (from + i) + 1],
      })),
    );
    const filled = booleanOpD(ClipType.Union, paths, null, FillRule.EvenOdd, PRECISION);
    return booleanOpD(ClipType.Union, all, filled, FillRule.NonZero, PRECISION);
  }, []);
}

/** How much of a drawing is seen in it alone or in its solid alone, as a part of one. */
export function unlike(
  solid: Pick<Solid, 'parts'>,
  figure: Figure,
  tolerance: number,
  within?: readonly [from: number, to: number],
): number {
  const [a, b] = [sideView(solid), drawn(figure, tolerance)].map((area) =>
    within ? cropped(area, within) : area,
  );
  const odd = areaPathsD(booleanOpD(ClipType.Xor, a, b, FillRule.NonZero, PRECISION));
  return Math.abs(odd) / Math.abs(areaPathsD(b));
}

/** What of an area is between two x. */
function cropped(area: PathsD, [from, to]: readonly [number, number]): PathsD {
  const window = [
    [
      { x: from, y: -1e3 },
      { x: to, y: -1e3 },
      { x: to, y: 1e3 },
      { x: from, y: 1e3 },
    ],
  ];
  return booleanOpD(ClipType.Intersection, area, window, FillRule.NonZero, PRECISION);
}

/** Expects a body that is closed, outward and two-manifold, with one of these Euler numbers. */
export function expectClosed(mesh: Mesh, euler: readonly number[]): void {
  const found = measureMesh(mesh);
  expect(found.openEdges).toBe(0);
  expect(euler).toContain(found.euler);
  expect(found.volume).toBeGreaterThan(0);
}
