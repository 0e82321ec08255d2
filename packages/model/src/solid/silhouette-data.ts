import { RelayError, writeNumber } from '@coin-relay/core';
import type { Mesh, Ring } from '@coin-relay/core/solid';
import { ringArea } from '@coin-relay/core/solid';
import { simplifyPathsD, type PathsD } from 'clipper2-ts';
import { silhouetteOf } from './silhouette';

/** How far the points of an outline may lie off the silhouette, of its size; twice that until there are few enough of them. */
const STRAY = 1e-4;
/** Points of an outline at the most. */
export const MOST_SILHOUETTE_POINTS = 3_000;
/** Islands and holes smaller than this, of the size squared, are left out. */
const SPECK = 1e-5;
const DIGITS = 6;

/**
 * The silhouette of solids as path data: what they cover in plan, with the holes that go through, thinned out.
 * @throws RelayError solid-invalid where nothing of them is seen
 */
export function silhouetteData(meshes: readonly Mesh[]): string {
  const rings = silhouetteOf(meshes);
  const size = Math.hypot(...[0, 1].map((axis) => reach(rings, axis)));
  const large = (ring: Ring): number => Math.abs(ringArea(ring));
  const seen = rings.filter((ring) => large(ring) > SPECK * size ** 2).sort((a, b) => large(b) - large(a));
  if (seen.length === 0) {
    throw new RelayError(
      'solid-invalid',
      'Nothing of this solid is seen in plan as it stands. Turn it, or join its corners.',
    );
  }
  const paths: PathsD = seen.map((ring) =>
    Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
  );
  let stray = STRAY * size;
  let thin = simplifyPathsD(paths, stray);
  const many = (): number => thin.reduce((sum, path) => sum + path.length, 0);
  while (many() > MOST_SILHOUETTE_POINTS && stray < size) thin = simplifyPathsD(paths, (stray *= 2));
  return thin
    .filter((path) => path.length > 2)
    .map((path) => `M${path.map(({ x, y }) => `${fine(x)} ${fine(y)}`).join('L')}Z`)
    .join('');
}

const fine = (value: number): string => writeNumber(value, DIGITS);

function reach(rings: readonly Ring[], axis: number): number {
  let [low, high] = [Infinity, -Infinity];
  for (const ring of rings)
    for (let i = axis; i < ring.length; i += 2)
      [low, high] = [Math.min(low, ring[i]), Math.max(high, ring[i])];
  return high - low;
}
