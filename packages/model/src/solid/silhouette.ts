import { frontRings, type Mesh, type Ring } from '@coin-relay/core/solid';
import {
  booleanOpD,
  ClipType,
  EndType,
  FillRule,
  getBoundsPathsD,
  inflatePathsD,
  JoinType,
  type PathsD,
} from 'clipper2-ts';

/** Digits of a millimetre that outlines are joined with. */
const DIGITS = 6;
/** Slits narrower than twice this, of the size of all, are closed: round bodies that fit touch along chords. */
const SLIT = 5e-4;
/** How far a sharp corner may reach while they are, of that. */
const MITER = 10;

/**
 * The outline of solids as they are seen in plan: outer rings counter-clockwise, holes through all of them clockwise.
 * @returns none where nothing is seen of them
 */
export function silhouetteOf(meshes: readonly Mesh[]): Ring[] {
  const paths: PathsD = meshes
    .flatMap(frontRings)
    .map((ring) =>
      Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] })),
    );
  const joined = booleanOpD(ClipType.Union, paths, null, FillRule.NonZero, DIGITS);
  const { left, top, right, bottom } = getBoundsPathsD(joined);
  const slit = SLIT * Math.hypot(right - left, bottom - top);
  // Grown and drawn in again.
  const grown = inflatePathsD(joined, slit, JoinType.Miter, EndType.Polygon, MITER, DIGITS);
  return inflatePathsD(grown, -slit, JoinType.Miter, EndType.Polygon, MITER, DIGITS)
    .filter((path) => path.length > 2)
    .map((path) => Float64Array.from(path.flatMap(({ x, y }) => [x, y])));
}
