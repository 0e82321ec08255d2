import type { Vec } from '../math';

/** How a drawn path runs from one point to the next. */
export type DrawnSegment =
  | { readonly kind: 'line' }
  /** A cubic curve; its two handles as offsets from the point they belong to. */
  | { readonly kind: 'curve'; readonly out: Vec; readonly in: Vec }
  /** A circular arc by its bulge: the tangent of a quarter of its sweep, counter-clockwise positive. */
  | { readonly kind: 'arc'; readonly bulge: number }
  /** An elliptical arc; its centre follows from its ends. */
  | {
      readonly kind: 'ellipse';
      readonly rx: number;
      readonly ry: number;
      readonly tilt: number;
      readonly start: number;
      readonly sweep: number;
    };

/** A point of a drawn path, and how the path goes on from it. */
export interface DrawnPoint {
  readonly x: number;
  readonly y: number;
  /** Does the path run through it without a corner, also when its handles are pulled? */
  readonly flowing?: boolean;
  readonly next: DrawnSegment;
}

/**
 * A path by points and handles. The last point of an open path goes nowhere: its segment is kept
 * for when the path is closed.
 */
export interface DrawnPath {
  readonly closed: boolean;
  readonly points: readonly DrawnPoint[];
}

export const STRAIGHT: DrawnSegment = { kind: 'line' };

/** Stretches that are drawn: one for each point of a closed path, one less for an open one. */
export const segmentCount = (path: DrawnPath): number =>
  path.closed ? path.points.length : path.points.length - 1;

/** The point after point i; round the closing place too. */
export const nextIndex = (path: DrawnPath, i: number): number => (i + 1) % path.points.length;
/** The point before point i; null before the first of an open path. */
export function previousIndex(path: DrawnPath, i: number): number | null {
  if (i > 0) return i - 1;
  return path.closed ? path.points.length - 1 : null;
}
