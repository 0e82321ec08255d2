import { readRide, RIDE_NUMBERS } from '@coin-relay/core';
import type { StandInSpace } from '@coin-relay/model';
import { SPACE_NUMBERS } from '../../placing/room';
import { axesOf, roll } from '../../placing/space-placement';

/**
 * How much a path in space bends towards the sides of what lies across it, 1/mm: its curvature about what is up on it.
 * A bend up or down is none.
 */
export function bendAside({ ride, roll: rolled }: StandInSpace, s: number): number {
  const half = ride.step / 2;
  const [at, before, after] = [0, 1, 2].map(() => new Float64Array(RIDE_NUMBERS));
  readRide(ride, s, at);
  readRide(ride, s - half, before);
  readRide(ride, s + half, after);
  const axes = new Float64Array(SPACE_NUMBERS);
  axesOf(at, axes);
  roll(axes, rolled);
  const turned = [3, 4, 5].reduce((sum, c) => sum + (after[c] - before[c]) * axes[c], 0);
  return Math.abs(turned) / (2 * half);
}

/** Where a path in space bends most towards the sides, and its radius there, mm; null where it does not. Corners are none. */
export function tightestAside(stand: StandInSpace): { readonly s: number; readonly radius: number } | null {
  const { cornerIn, step } = stand.ride;
  const most = { s: 0, bend: 0 };
  cornerIn.forEach((corner, k) => {
    if (corner >= 0) return;
    const s = (k + 0.5) * step;
    const bend = bendAside(stand, s);
    if (bend > most.bend) Object.assign(most, { s, bend });
  });
  return most.bend > FLAT ? { s: most.s, radius: 1 / most.bend } : null;
}

/** Less than this is no bend, 1/mm. */
const FLAT = 1e-9;
