/** Numbers of a matrix in space, column by column. */
export const MATRIX_NUMBERS = 16;

/** What of a piece that reaches out grows, and what is carried along. */
export type Stretch = 'stem' | 'end';

/** The copies of one solid in a row: what is drawn once and stands in many places. */
export interface SolidGroup {
  /** Which piece of the scene it is, and which shape of its wire. */
  readonly number: number;
  readonly wire: number;
  /** Maps of its copies, one after the other, column by column; room for as many as there can be. */
  readonly matrices: Float32Array;
  /** The same of the stems and of the ends of pieces that are stretched until they reach a path; null where none are. */
  readonly stretched: Readonly<Record<Stretch, Float32Array>> | null;
  /** For each copy the material it is finished with, by its number in the set-out; −1 as made. */
  readonly finishes: Int32Array;
  /** For each copy its place in the table; −1 beyond it. */
  readonly places: Int32Array;
  /** For each copy 1 where a boundary may cut it, 0 where all of it is kept. */
  readonly near: Float32Array;
  /** How many stand on the path now. */
  count: number;
}
