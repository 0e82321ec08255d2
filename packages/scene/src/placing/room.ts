import { RIDE_NUMBERS } from '@coin-relay/core';

/** Numbers of a place in space: where x, y and z of a piece go, and its zero point: three each. */
export const SPACE_NUMBERS = 12;

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
  /** A figure’s own map: where its x and its y go. */
  readonly own: Float64Array;
  /** A place of a ride in space, and one of a piece. */
  readonly ride: Float64Array;
  readonly space: Float64Array;
}

export const newPlacingRoom = (): PlacingRoom => ({
  at: new Float64Array(4),
  stand: { x: 0, y: 0, ux: 1, uy: 0, longer: 1 },
  own: new Float64Array(4),
  ride: new Float64Array(RIDE_NUMBERS),
  space: new Float64Array(SPACE_NUMBERS),
});
