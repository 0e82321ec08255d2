import type { MeasuredPath, Vec, Vec3 } from '@coin-relay/core';
import type { Job, JobPath } from '@coin-relay/model';
import type { Type } from '@angular/core';
import type { Draft } from 'immer';

/** What a handle looks like: like what it moves. */
export type HandleLook =
  'sharp' | 'flowing' | 'arm' | 'anchor' | 'centre' | 'end' | 'wheel' | 'rim' | 'pick' | 'spacing';

/** What a handle takes hold of. */
export type Grip =
  | { readonly of: 'point'; readonly index: number; readonly part: 'point' | 'out' | 'in' }
  | { readonly of: 'wheel'; readonly wheel: string; readonly part: 'centre' | 'rim' }
  | { readonly of: 'shape'; readonly part: ShapePart }
  | { readonly of: 'helix'; readonly part: 'centre' | 'from' | 'to' }
  | { readonly of: 'end'; readonly end: 'from' | 'to' | 'low' }
  | { readonly of: 'pick'; readonly index: number }
  | { readonly of: 'spacing' }
  | { readonly of: 'picture'; readonly part: 'middle' | 'corner' }
  | { readonly of: 'anchor'; readonly anchor: string };

/** What a ready shape is changed by; each shape has some of them. */
export type ShapePart =
  | 'centre'
  | 'rim'
  | 'rx'
  | 'ry'
  | 'corner'
  | 'second'
  | 'first rim'
  | 'second rim'
  | 'vertex'
  | 'from'
  | 'to'
  | 'end';

/** Do two grips take hold of the same? */
export function sameGrip(a: Grip | null, b: Grip | null): boolean {
  if (!a || !b) return a === b;
  const other: Readonly<Record<string, unknown>> = { ...b };
  return Object.entries(a).every(([key, value]) => other[key] === value);
}

/** Something on the drawing that can be taken hold of. Places are of the document, mm. */
export interface Handle extends Vec {
  readonly grip: Grip;
  readonly look: HandleLook;
  /** Of wheels and rims, mm. */
  readonly radius?: number;
  /** Where its arm begins. */
  readonly from?: Vec;
  readonly chosen?: boolean;
}

/** What the handles of a path are made from. */
export interface HandleGround {
  readonly job: Job;
  /** Chosen points. */
  readonly points: ReadonlySet<number>;
  /** Radii of wheels as they are laid, by id. */
  readonly radii: ReadonlyMap<string, number>;
  /** Another path of the job, measured; null where it cannot be drawn. */
  readonly measured: (pathId: string) => MeasuredPath | null;
}

/** Where the line to a dragged handle comes from, and the points it must not snap to. */
export interface DragGround {
  readonly from: Vec | null;
  readonly others: readonly Vec[];
}

/** A point of a path; in the plane where it has no third coordinate. */
export type PathPoint = Vec & { readonly z?: number };

/** Work on the points of a path. */
export interface PointWork<P> {
  of(path: P): readonly PathPoint[];
  without(path: P, chosen: ReadonlySet<number>): P;
  moved(path: P, chosen: ReadonlySet<number>, by: Vec3): P;
  /** With a point more, on the line: at a part of the piece it is told by, where it is in space. */
  inserted(path: P, place: InsertPlace): { readonly path: P; readonly point: number } | null;
}

/** A place on a path that is drawn by points. */
export interface InsertPlace {
  readonly at: Vec3;
  /** The piece of its contour in the plane, and the part of that. */
  readonly piece: number;
  readonly t: number;
}

/** How one kind of path is worked on: with the pointer, and in its panel. */
export interface PathTool<P extends JobPath> {
  /** Loads the panel with its numbers. */
  readonly panel: () => Promise<Type<unknown>>;
  handles(path: P, ground: HandleGround): Handle[];
  /** Writes what dragging a handle to a place does, from the path and the job as they were before. */
  drag(draft: Draft<Job>, path: P, grip: Grip, to: Vec, ground: HandleGround): void;
  /** What can be done to the points of a path that is drawn by them. */
  readonly byPoints?: PointWork<P>;
  /** What a dragged handle can be drawn to. */
  snapTo?(path: P, grip: Grip): DragGround;
}

export const sharpAngle = (from: Vec, to: Vec): number => Math.atan2(to.y - from.y, to.x - from.x);
export const far = (from: Vec, to: Vec): number => Math.hypot(to.x - from.x, to.y - from.y);
