import type { Vec } from '../math';

/** A straight piece from a to b. */
export interface LineSegment {
  readonly kind: 'line';
  readonly a: Vec;
  readonly b: Vec;
}

/** A circular arc: from angle `start`, turning by `sweep` radians (counter-clockwise positive). */
export interface ArcSegment {
  readonly kind: 'arc';
  readonly centre: Vec;
  readonly radius: number;
  readonly start: number;
  readonly sweep: number;
}

/** An elliptical arc: semi-axes rx, ry, the first turned by `tilt`; eccentric angles from `start` by `sweep`. */
export interface EllipseSegment {
  readonly kind: 'ellipse';
  readonly centre: Vec;
  readonly rx: number;
  readonly ry: number;
  readonly tilt: number;
  readonly start: number;
  readonly sweep: number;
}

/** A cubic Bézier piece. Quadratic ones are raised to this exactly. */
export interface CubicSegment {
  readonly kind: 'cubic';
  readonly p0: Vec;
  readonly p1: Vec;
  readonly p2: Vec;
  readonly p3: Vec;
}

/**
 * A piece of a catenary y = a cosh(x / a) − a, opening along its own y axis, which is turned by
 * `tilt`. `low` is its lowest point; `from` and `to` are arc lengths from there, signed like x.
 */
export interface CatenarySegment {
  readonly kind: 'catenary';
  readonly low: Vec;
  readonly a: number;
  readonly tilt: number;
  readonly from: number;
  readonly to: number;
}

export type Segment = LineSegment | ArcSegment | EllipseSegment | CubicSegment | CatenarySegment;

/** An ordered list of pieces, each beginning where the one before it ends. */
export interface Contour {
  readonly segments: readonly Segment[];
  readonly closed: boolean;
}

/** A piece as a parametric curve, t in [0, 1]. Results are written to `out`: allocation-free. */
export interface SegmentCurve {
  /** Writes x, y, x', y', x'', y'' (derivatives by t) to out[0..5]. */
  derivatives(t: number, out: Float64Array): void;
  /** Length in closed form, or null where none exists; such a curve runs at constant speed. */
  readonly exactLength: number | null;
  /** Parameters at which the curve may be cut into simpler parts (never 0 or 1). */
  readonly cuts: readonly number[];
}
