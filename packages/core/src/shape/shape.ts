/** Where a ready shape stands and how it is run; the start is a part of its length, from 0 to 1. */
interface Placed {
  readonly x: number;
  readonly y: number;
  readonly reversed?: boolean;
  readonly start?: number;
}

export interface CircleShape extends Placed {
  readonly of: 'circle';
  readonly radius: number;
}

export interface EllipseShape extends Placed {
  readonly of: 'ellipse';
  readonly rx: number;
  readonly ry: number;
  readonly tilt: number;
}

/** A rectangle with its corners rounded to one radius; 0 leaves them sharp. */
export interface RectangleShape extends Placed {
  readonly of: 'rectangle';
  readonly width: number;
  readonly height: number;
  readonly corner: number;
  readonly tilt: number;
}

/** Two arcs joined by their outer tangents: a stadium where the radii are equal. x, y is the first centre. */
export interface TwoArcShape extends Placed {
  readonly of: 'two-arc';
  readonly distance: number;
  readonly first: number;
  readonly second: number;
  readonly tilt: number;
}

/** A regular polygon by the radius of the circle through its corners. */
export interface PolygonShape extends Placed {
  readonly of: 'polygon';
  readonly sides: number;
  readonly radius: number;
  readonly tilt: number;
}

/** A circular arc; angles in radians, counter-clockwise positive. */
export interface ArcShape extends Placed {
  readonly of: 'arc';
  readonly radius: number;
  readonly from: number;
  readonly sweep: number;
}

/** A straight line from x, y. */
export interface StraightShape extends Placed {
  readonly of: 'straight';
  readonly length: number;
  readonly tilt: number;
}

export type Shape =
  CircleShape | EllipseShape | RectangleShape | TwoArcShape | PolygonShape | ArcShape | StraightShape;
