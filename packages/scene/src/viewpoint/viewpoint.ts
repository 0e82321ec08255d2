import type { Map3 } from '@coin-relay/core';
import type { Job } from '@coin-relay/model';

/** Sides that a job in space is looked at from. */
export const SIDES = ['front', 'above', 'side', 'corner'] as const;
export type Side = (typeof SIDES)[number];

/** A way to look: turned to the right about what is up, and up from level, radians. */
export interface Viewpoint {
  readonly turn: number;
  readonly tilt: number;
}

export const SIDE_VIEWS: Readonly<Record<Side, Viewpoint>> = {
  front: { turn: 0, tilt: 0 },
  above: { turn: 0, tilt: Math.PI / 2 },
  side: { turn: Math.PI / 2, tilt: 0 },
  corner: { turn: -0.5, tilt: 0.38 },
};

/**
 * The axes of a picture of a job that is looked at from there, in parallel: takes the axes of the job to x to the right,
 * y up, and z towards who looks.
 */
export function viewMap({ turn, tilt }: Viewpoint, stands: Job['stands']): Map3 {
  const [st, ct, se, ce] = [Math.sin(turn), Math.cos(turn), Math.sin(tilt), Math.cos(tilt)];
  const axes = [
    [ct, 0, -st],
    [-st * se, ce, -ct * se],
    [st * ce, se, ct * ce],
  ];
  // What is up in a job that lies flat is z.
  return axes.flatMap(([x, y, z]) => (stands === 'lying' ? [x, -z, y, 0] : [x, y, z, 0]));
}
