import type { Vec3 } from '../math';

/** A straight piece from a to b. */
export interface SpaceLine {
  readonly kind: 'line';
  readonly a: Vec3;
  readonly b: Vec3;
}

/** A circular arc in the plane of two unit vectors at a right angle: it begins at centre + radius · u and turns towards v. */
export interface SpaceArc {
  readonly kind: 'arc';
  readonly centre: Vec3;
  readonly u: Vec3;
  readonly v: Vec3;
  readonly radius: number;
  /** Radians, positive. */
  readonly sweep: number;
}

/** A cubic Bézier piece. */
export interface SpaceCubic {
  readonly kind: 'cubic';
  readonly p0: Vec3;
  readonly p1: Vec3;
  readonly p2: Vec3;
  readonly p3: Vec3;
}

/** A helix about an axis along z, of a radius that may change steadily. */
export interface HelixPiece {
  readonly kind: 'helix';
  /** On its axis, at the height it begins. */
  readonly centre: Vec3;
  /** Radii at its two ends, mm. */
  readonly from: number;
  readonly to: number;
  /** How far it rises from end to end, mm; negative downwards. */
  readonly rise: number;
  /** Where it begins, radians from x. */
  readonly start: number;
  /** How far it turns, radians; counter-clockwise seen from above positive. */
  readonly sweep: number;
}

export type SpaceSegment = SpaceLine | SpaceArc | SpaceCubic | HelixPiece;

/** An ordered list of pieces in space, each beginning where the one before it ends. */
export interface SpaceContour {
  readonly segments: readonly SpaceSegment[];
  readonly closed: boolean;
}
