import type { Contour, FitSource, LaidWheel, MeasuredPath, SpaceContour, Vec, Vec3 } from '@coin-relay/core';
import type { JobPiece } from '../families/all';
import type { Anchor, DrivenLength, Measure } from '../job/motion-schema';
import type { Run, Unit, Wheel } from '../job/parts';

/**
 * The plane that a path lies in where that is one of its own: where the zero point of the drawing comes to, mm, and what
 * the drawing is turned by about x, then y, then z, radians.
 */
export interface PathPlane {
  readonly origin: Vec3;
  readonly turns: Vec3;
}

/** Heights over a path: it leaves its plane. */
export interface PathProfile {
  readonly smooth: boolean;
  /** Each at a part of the length of the path in plan, with its height, mm. */
  readonly stations: readonly { readonly at: number; readonly z: number }[];
}

/** What all paths have. */
export interface AnyPath {
  readonly kind: string;
  readonly id: string;
  readonly name: string;
  /** Where it lies in space; in the drawing where nothing is said. */
  readonly plane?: PathPlane | undefined;
  /** How high it lies over its plane; in it where nothing is said. */
  readonly profile?: PathProfile | undefined;
}

/** What a kind of path may ask of the job it is in. */
export interface PathJob {
  readonly unit: Unit;
  readonly wheels: readonly Wheel[];
  readonly pieces: readonly JobPiece[];
  readonly runs: readonly Run[];
  readonly paths: readonly AnyPath[];
  readonly anchors?: readonly Anchor[] | undefined;
  readonly measures?: readonly Measure[] | undefined;
  /** Whether it is a drawing from above; from the side where nothing is said. */
  readonly stands?: 'upright' | 'lying' | undefined;
}

/** What it takes to say where the plane of a path is. */
export type PlaneJob = Pick<PathJob, 'paths' | 'anchors' | 'stands'>;

/** Something a path refers to, and where in it it says so. */
export interface PathNeed {
  readonly kind: 'wheel' | 'piece' | 'path';
  readonly id: string;
  readonly at: readonly (string | number)[];
}

/** Something that moves a path, and where in it it says so. */
export interface PathHold {
  readonly kind: 'anchor' | 'measure';
  readonly id: string;
  readonly at: readonly (string | number)[];
}

/** What holds a path, at the moment it is laid. */
export interface PathHolds {
  readonly job: PathJob;
  /** Where an anchor stands, mm; null where that is not known. */
  readonly anchorAt: (id: string) => Vec | null;
  /** The length that a measure drives, mm; null where none does, or it is not known. */
  readonly lengthBy: (driven: DrivenLength | null | undefined) => number | null;
}

/** What a path is laid on. */
export interface PathGround extends PathHolds {
  /** The contour of another path. */
  readonly of: (id: string) => Contour;
  /** Another path by its arc length, in space where it is. */
  readonly measured: (id: string) => MeasuredPath;
}

/** A new path, and the wheels that come with it. */
export interface Begun<P extends AnyPath> {
  readonly path: P;
  readonly wheels: readonly Wheel[];
}

/** What a new path is begun with. */
export interface BeginGround {
  readonly id: string;
  /** Ids for so many wheels that come with it. */
  readonly wheelIds: (many: number) => readonly string[];
  /** The path at work, for what is made from another one. */
  readonly at: AnyPath | null;
}

/** A way to begin a path. */
export interface PathOffer<P extends AnyPath> {
  readonly id: string;
  /** How it is offered where a path is added, and under which heading. */
  readonly words: string;
  readonly group?: 'ready shape' | 'from this one';
  /** What is done by hand: its points are placed on the drawing, or it is picked there. */
  readonly byHand?: 'placing' | 'picking';
  /** Null where there is nothing to make it from, or it is made by picking. */
  readonly begin: (ground: BeginGround) => Begun<P> | null;
}

/**
 * A kind of path: all that is known of it. It stands in a folder of its own, and is entered in the
 * index; whoever uses paths never asks for their names.
 */
export interface KindOfPath<P extends AnyPath> {
  readonly kind: P['kind'];
  /** What the fit sentence begins with. */
  words(path: P): string;
  /** One line for it: what it goes round, what shape it has, or where it is from. */
  summary(path: P, job: PathJob): string;
  /**
   * The line it draws, mm.
   * @throws RelayError where it cannot be drawn as it is
   */
  contour(path: P, ground: PathGround): Contour;
  /** The ways to begin one. */
  readonly offers: readonly PathOffer<P>[];

  /**
   * The line it draws where that leaves its plane, null where it stays in it; `contour` is what is seen of it in plan.
   * @throws RelayError where it cannot be drawn as it is
   */
  inSpace?(path: P, ground: PathGround): SpaceContour | null;
  /** The plane it lies in where what holds it says so; null where it is that of the path. */
  ownPlane?(path: P, job: PlaneJob): PathPlane | null;
  /** What is up on it where nothing else is said: over its plane, or away from the path it winds round; else it carries its pieces with the least twist. */
  readonly plainUp?: 'over-plane' | 'outward';
  /** May heights be laid over it? */
  readonly mayRise?: boolean;
  /** How a row is fitted to it, where that is not to its contour. */
  source?(path: P, job: PathJob): FitSource;
  /** What it refers to. */
  needs?(path: P): PathNeed[];
  /** The anchors and measures that hold it. */
  holds?(path: P): PathHold[];
  /** Takes out of it what holds it no longer. Writes to the path; `isLost` is asked for places in it. */
  letGo?(path: P, isLost: (...at: (string | number)[]) => boolean): void;
  /** Does it move within the loop? */
  moves?(path: P): boolean;
  /** The path with another piece in place of those that are gone; itself where none is. */
  withPiece?(path: P, isThere: (piece: string) => boolean, piece: string): P;
  /** Where along it the points lie that it was drawn by, mm; where its pieces meet, where nothing is said. */
  spots?(path: P, measured: MeasuredPath, most: number): number[] | null;
  /** What there is of it even where it cannot be drawn whole. */
  sketch?(path: P, job: PathJob): PathRest;
}

export interface PathRest {
  readonly wheels: readonly Pick<LaidWheel, 'id' | 'x' | 'y' | 'radius'>[];
  /** The lines that can be drawn where not all can. */
  readonly lines: () => readonly Contour[];
}
