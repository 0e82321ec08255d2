import type { Map3 } from '@coin-relay/core';
import type { Mesh } from '@coin-relay/core/solid';
import type { JobPiece, Material } from '@coin-relay/model';
import type { BandSpots } from '@coin-relay/model/solid';

/** A picture where it lies on a piece: its upper left corner in the axes of that, y up, and its size, mm. */
export type PlacedPicture = NonNullable<NonNullable<JobPiece['finish']>['picture']>;

/** Faces that look further away from the front and from the back than this have no picture, as the cosine. */
export const PICTURE_FACING = 0.3;

/** A body of a solid, with what it is made of. */
export interface SolidBodyOf {
  readonly mesh: Mesh;
  readonly material: Material;
  /** Edges that turn by less than this are round, radians; as the core has it where nothing is said. */
  readonly crease?: number | undefined;
  /** The picture that lies on it, right through from the front to the back: in the axes of its solid. */
  readonly picture?: PlacedPicture | undefined;
  /** Of what is bent, or carried along its path: as it was made, where its picture lies on it. */
  readonly made?: Mesh | undefined;
  /** Of a band: the picture lies along it instead, once in each of its repeats. */
  readonly along?: PictureAlong | undefined;
}

/** Where the corners of a band are on it, and how a picture is repeated along it. */
export interface PictureAlong extends BandSpots {
  /** How far from one repeat to the next, as it is laid and as its piece is drawn, mm. */
  readonly pitch: number;
  readonly span: number;
  /** How far they have gone from where the band begins, mm; it has a section where each of them begins. */
  readonly gone: number;
}

/** A solid that stands in one place or in many. */
export interface SceneSolid {
  readonly key: string;
  readonly name: string;
  readonly bodies: readonly SolidBodyOf[];
}

/** Where a solid stands at a frame. */
export interface SceneNode {
  /** Names it in all frames: its run, and its number there or its wheel. */
  readonly id: string;
  readonly run: string;
  /** The key of its solid. */
  readonly solid: string;
  /** Takes the axes of the solid to those of the job, mm. */
  readonly map: Map3;
}

/** A solid that changes its shape, as it is at one frame: its triangles join the same corners in all of them. */
export interface ShapeAt {
  /** Names it in all frames. */
  readonly key: string;
  readonly name: string;
  readonly bodies: readonly SolidBodyOf[];
  /** Where it stands: its twin too, where it has one. */
  readonly nodes: readonly SceneNode[];
}
