import { RelayError } from '../error';
import { LIMITS } from '../limits';
import { arcLengthTable, isSpatial, SEGMENT, type MeasuredPath, type Paced } from '../path';
import { PathRows } from './path-rows';
import { profileParts, type ProfilePart, type Station } from './profile';

const LENGTH_TOLERANCE = 1e-12;
const INVERSE_TOLERANCE = 2e-10;

/**
 * A planar path with a height profile over it: ds = sqrt(1 + h'(u)²) du.
 * @param under the planar path
 * @param stations heights over places of it
 * @throws RelayError profile-invalid, path-not-finite
 */
export function raisedPath(under: MeasuredPath, stations: readonly Station[], smooth: boolean): MeasuredPath {
  if (isSpatial(under))
    throw new RelayError(
      'profile-invalid',
      'A path in space has its heights already: raise one that is planar.',
    );
  if (stations.some(({ z }) => Math.abs(z) > LIMITS.coordinate)) {
    throw new RelayError(
      'path-not-finite',
      `A height profile reaches at most ${LIMITS.coordinate / 1e6} km up or down.`,
    );
  }
  const rows = new PathRows();
  const { length, closed } = under;
  const profile = profileParts(stations, under, smooth);
  // The profile of a closed path may begin anywhere on it: what of it reaches into the next lap lies before its beginning.
  const parts = closed ? [...profile.map((part) => ({ ...part, u: part.u - length })), ...profile] : profile;
  under.pieceStarts.slice(0, -1).forEach((from, index) => {
    rows.begin();
    const to = under.pieceStarts[index + 1];
    for (const part of parts) {
      const low = Math.max(from, part.u);
      const high = Math.min(to, part.u + part.length);
      if (high - low > 1e-13 * length) addPart(rows, part, low, high, index);
    }
  });
  return rows.done(closed, length, under);
}

/** What of a part of the profile lies over a piece of the path. */
function addPart(rows: PathRows, part: ProfilePart, low: number, high: number, index: number): void {
  const rest = [part.u, part.a, part.b, part.c, part.z];
  const long = high - low;
  if (part.a === 0 && part.b === 0) {
    const grade = Math.sqrt(1 + part.c * part.c);
    rows.add(SEGMENT.raised, long * grade, index, [low, 1 / grade, 0, 0, 0, 0, ...rest]);
    return;
  }
  const table = arcLengthTable(paceOver(part, low, long), long * LENGTH_TOLERANCE, long * INVERSE_TOLERANCE);
  for (const { length, coefficients } of table) {
    const places = coefficients.map((value, k) => (k === 0 ? low : 0) + value * long);
    rows.add(SEGMENT.raised, length, index, [...places, ...rest]);
  }
}

/** By t from one place under it to another, on which the path under it runs steadily. */
function paceOver({ u, a, b, c }: ProfilePart, low: number, long: number): Paced {
  return {
    cuts: [],
    pace(t, out) {
      const d = low + t * long - u;
      const slope = (3 * a * d + 2 * b) * d + c;
      out[0] = long * long * (1 + slope * slope);
      out[1] = long * long * long * slope * (6 * a * d + 2 * b);
    },
  };
}
