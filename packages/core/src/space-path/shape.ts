import type { Vec3 } from '../math';
import { measurePath, scaleContour, type Contour, type MeasuredPath } from '../path';
import { measureSpacePath } from './measure';
import type { Station } from './profile';
import { raisedPath } from './raised';
import type { SpaceContour, SpaceSegment } from './segment';

/** A path in space as it is told: by its pieces, or by a planar one and its heights. */
export type SpaceShape =
  | { readonly kind: 'pieces'; readonly contour: SpaceContour }
  | {
      readonly kind: 'raised';
      readonly under: Contour;
      readonly stations: readonly Station[];
      readonly smooth: boolean;
    };

/** @throws RelayError from the path and its profile */
export const measureShape = (shape: SpaceShape): MeasuredPath =>
  shape.kind === 'pieces'
    ? measureSpacePath(shape.contour)
    : raisedPath(measurePath(shape.under), shape.stations, shape.smooth);

/** The same shape, larger or smaller about a place. */
export function scaleShape(shape: SpaceShape, about: Vec3, by: number): SpaceShape {
  if (shape.kind === 'raised') {
    return {
      ...shape,
      under: scaleContour(shape.under, about, by),
      stations: shape.stations.map(({ u, z }) => ({ u: u * by, z: about.z + (z - about.z) * by })),
    };
  }
  const { segments, closed } = shape.contour;
  return { kind: 'pieces', contour: { segments: segments.map((piece) => scaled(piece, about, by)), closed } };
}

function scaled(piece: SpaceSegment, about: Vec3, by: number): SpaceSegment {
  const to = ({ x, y, z }: Vec3): Vec3 => ({
    x: about.x + (x - about.x) * by,
    y: about.y + (y - about.y) * by,
    z: about.z + (z - about.z) * by,
  });
  switch (piece.kind) {
    case 'line':
      return { ...piece, a: to(piece.a), b: to(piece.b) };
    case 'arc':
      return { ...piece, centre: to(piece.centre), radius: piece.radius * by };
    case 'cubic':
      return { ...piece, p0: to(piece.p0), p1: to(piece.p1), p2: to(piece.p2), p3: to(piece.p3) };
    case 'helix':
      return {
        ...piece,
        centre: to(piece.centre),
        from: piece.from * by,
        to: piece.to * by,
        rise: piece.rise * by,
      };
  }
}
