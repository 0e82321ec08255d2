import type { MeasuredPath, Vec } from '@coin-relay/core';
import type { Job, JobPath } from '@coin-relay/model';
import type { Draft } from 'immer';

/** What a handle looks like: like what it moves. */
export type HandleLook =
  'sharp' | 'flowing' | 'arm' | 'anchor' | 'centre' | 'end' | 'wheel' | 'rim' | 'pick' | 'spacing';

/** Something on the drawing that can be taken hold of. Places are of the document, mm. */
export interface Handle extends Vec {
  readonly id: string;
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

/** How one kind of path is worked on with the pointer. A new kind is one file here, one panel, and one in the core. */
export interface PathTool<P extends JobPath> {
  handles(path: P, ground: HandleGround): Handle[];
  /** Writes what dragging a handle to a place does, from the path and the job as they were before. */
  drag(draft: Draft<Job>, path: P, handle: string, to: Vec, ground: HandleGround): void;
  /** What a dragged handle can be drawn to. */
  snapTo?(path: P, handle: string): DragGround;
}

export const sharpAngle = (from: Vec, to: Vec): number => Math.atan2(to.y - from.y, to.x - from.x);
export const far = (from: Vec, to: Vec): number => Math.hypot(to.x - from.x, to.y - from.y);
