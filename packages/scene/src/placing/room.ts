/** Where a piece stands before its own setting: the point it is set down by, and the path's direction there. */
export interface Stand {
  x: number;
  y: number;
  ux: number;
  uy: number;
  /** How much longer its place is than its figure: where places are met, each stretch has its own pitch. */
  longer: number;
}

/** Room to work out one place after another in, so that nothing is allocated for a link. */
export interface PlacingRoom {
  readonly at: Float64Array;
  readonly stand: Stand;
}

export const newPlacingRoom = (): PlacingRoom => ({
  at: new Float64Array(4),
  stand: { x: 0, y: 0, ux: 1, uy: 0, longer: 1 },
});
