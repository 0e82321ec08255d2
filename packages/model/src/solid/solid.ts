import type { Mesh } from '@coin-relay/core/solid';

/** Where the corners of a band are on it, for a picture that is laid along it. */
export interface BandSpots {
  /** Cosine and sine of how far round its length each corner is, and where it is across the section, mm: three a corner. */
  readonly spots: Float32Array;
  /** What is up on the section there: three a corner. */
  readonly ups: Float32Array;
  /** mm of path for a radian. */
  readonly perRadian: number;
}

/** One body of a piece: a closed mesh of one material. */
export interface SolidPart {
  readonly mesh: Mesh;
  /** A material by its id. */
  readonly material: string;
  /** Its edges are short enough to be bent as they are. */
  readonly fine?: true;
  /** Edges that turn by less than this are round, radians; as the core has it where nothing is said. */
  readonly crease?: number;
  /** Where a piece is stretched: a stem grows, an end rides on its tip. */
  readonly elongates?: 'stem' | 'end';
  /** Of a band with a picture on it. */
  readonly laid?: BandSpots;
  /** Part of a band that runs on from piece to piece: on a path the whole band stands in its place. */
  readonly band?: true;
}

/**
 * A piece as solids, in the axes of its figure: its first pin at the origin, its second at (span, 0), the inside of
 * the path at y positive. What is on z positive is towards who looks at the drawing, the row’s own plane is z = 0.
 */
export interface Solid {
  readonly parts: readonly SolidPart[];
  /** The material of its main part, which a finish replaces. */
  readonly main: string;
}

/** Bodies from files, by the hash they are kept under; undefined where one is not at hand. */
export type KeptMeshes = (hash: string) => Mesh | undefined;

/**
 * Makes the solids of a piece.
 * @param tolerance how far chords may stray from what is round, mm
 * @param wire which shape of an uneven wire, for pieces that have one
 * @param kept bodies from files that its outlines may name
 */
export type MakeSolid<P> = (
  piece: P,
  span: number,
  tolerance: number,
  wire: number,
  kept?: KeptMeshes,
) => Solid;
