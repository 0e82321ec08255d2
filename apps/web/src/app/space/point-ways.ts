import { Plane, Vector3, type Ray } from 'three';

/** What points that are dragged in space move in: a plane along two axes of their path, or along one. */
export type PointWay = 'xy' | 'xz' | 'yz' | 'x' | 'y' | 'z';

/** In the order they are offered in; those with z are for points that have it. */
export const POINT_WAYS: readonly { readonly value: PointWay; readonly words: string }[] = [
  { value: 'xy', words: 'in x and y' },
  { value: 'xz', words: 'in x and z' },
  { value: 'yz', words: 'in y and z' },
  { value: 'x', words: 'along x' },
  { value: 'y', words: 'along y' },
  { value: 'z', words: 'along z' },
];

/** A plane or an axis seen on its edge or end by less than this (a sine) tells no place. */
const EDGE = 0.02;

const AXES = {
  x: new Vector3(1, 0, 0),
  y: new Vector3(0, 1, 0),
  z: new Vector3(0, 0, 1),
} as const;
/** What planes are square to. */
const NORMALS = { xy: AXES.z, xz: AXES.y, yz: AXES.x } as const;

/**
 * Where a ray meets the plane through a place, or comes nearest to the axis through it; null where it runs along that,
 * or meets it behind its origin.
 */
export function placeUnder(ray: Ray, through: Vector3, way: PointWay): Vector3 | null {
  if (way === 'x' || way === 'y' || way === 'z') return nearestOnAxis(ray, through, AXES[way]);
  const normal = NORMALS[way];
  if (Math.abs(ray.direction.dot(normal)) < EDGE) return null;
  return ray.intersectPlane(new Plane().setFromNormalAndCoplanarPoint(normal, through), new Vector3());
}

/** Two lines in space come nearest to each other square to both. */
function nearestOnAxis({ origin, direction }: Ray, through: Vector3, axis: Vector3): Vector3 | null {
  const along = direction.dot(axis);
  const sine = 1 - along * along;
  if (sine < EDGE * EDGE) return null;
  const from = through.clone().sub(origin);
  const t = (along * from.dot(direction) - from.dot(axis)) / sine;
  return through.clone().addScaledVector(axis, t);
}
