import { frontRings, ringArea, type Mesh, type Ring } from '@coin-relay/core/solid';
import { booleanOpD, ClipType, FillRule, type PathsD } from 'clipper2-ts';

/** Digits of a millimetre that outlines are joined with. */
const DIGITS = 4;
/** Rings that hold less than this, of all, are left out: chords that cross where round bodies touch. */
const LEAST = 1e-7;

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
  const rings = booleanOpD(ClipType.Union, paths, null, FillRule.NonZero, DIGITS)
    .filter((path) => path.length > 2)
    .map((path) => Float64Array.from(path.flatMap(({ x, y }) => [x, y])));
  const whole = rings.reduce((sum, ring) => sum + Math.abs(ringArea(ring)), 0);
  return rings.filter((ring) => Math.abs(ringArea(ring)) > LEAST * whole);
}
