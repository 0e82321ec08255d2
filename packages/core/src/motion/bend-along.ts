import { eachTurn } from './articulation';
import type { Row } from './row';

/** How far neighbouring links turn against each other, along the path. */
export interface BendAlong {
  /** Arc length of pins, mm, ascending. */
  readonly s: Float64Array;
  /** The most that links turn at a pin there, at any moment of the cycle, radians. */
  readonly turn: Float64Array;
}

/** Places that a profile tells of, at the most. */
const MOST_PLACES = 400;

/** The turn between neighbouring links over a whole cycle; empty where they are not joined. */
export function bendAlong(row: Row): BendAlong {
  const { length } = row;
  const bins = Math.min(MOST_PLACES, Math.max(16, 4 * row.links));
  const most = new Float64Array(bins).fill(-1);
  eachTurn(row, (angle, s) => {
    const bin = Math.min(bins - 1, Math.floor((s / length) * bins));
    if (angle > most[bin]) most[bin] = angle;
  });
  const told = [...most.keys()].filter((bin) => most[bin] >= 0);
  return {
    s: Float64Array.from(told, (bin) => ((bin + 0.5) * length) / bins),
    turn: Float64Array.from(told, (bin) => most[bin]),
  };
}
