import { RelayError } from '../error';
import { LIMITS } from '../limits';
import type { Vec3 } from '../math';
import type { SpaceContour } from './segment';

/** Turns of one helix at the most. */
export const MOST_TURNS = 1_000;

const ORIGIN: Vec3 = { x: 0, y: 0, z: 0 };

/** A helix about the z axis: what it is told by. */
export interface Helix {
  /** Radii at its beginning and its end, mm. */
  readonly from: number;
  readonly to: number;
  /** How far it rises in all, mm; negative downwards. */
  readonly rise: number;
  readonly turns: number;
  /** Which way it turns, seen from above. */
  readonly hand: 'ccw' | 'cw';
  /** On its axis, at the height it begins; the zero point where nothing is said. */
  readonly centre?: Vec3;
  /** Where it begins, radians from the x axis. */
  readonly start?: number;
}

/**
 * A helix: round where its radii are the same, conical where they are not.
 * @throws RelayError helix-invalid
 */
export function helixPath({ from, to, rise, turns, hand, centre = ORIGIN, start = 0 }: Helix): SpaceContour {
  const fault = faultOf({ from, to, rise, turns });
  if (fault) throw new RelayError('helix-invalid', fault);
  const sweep = 2 * Math.PI * turns * (hand === 'cw' ? -1 : 1);
  return {
    segments: [{ kind: 'helix', centre, from, to, rise, start, sweep }],
    closed: false,
  };
}

function faultOf({ from, to, rise, turns }: Pick<Helix, 'from' | 'to' | 'rise' | 'turns'>): string | null {
  if (![from, to, rise, turns].every(Number.isFinite))
    return 'A helix needs two radii, a rise and its turns as numbers.';
  if (!(turns > 0 && turns <= MOST_TURNS))
    return `A helix turns by more than zero and at most ${MOST_TURNS} times; this one by ${turns}.`;
  if (from < 0 || to < 0) return 'The radii of a helix are zero or more.';
  if (!(Math.max(from, to) > 0)) return 'A helix needs a radius above zero at one of its ends.';
  if (Math.max(from, to, Math.abs(rise)) > LIMITS.coordinate)
    return `A helix reaches at most ${LIMITS.coordinate / 1e6} km.`;
  return null;
}
