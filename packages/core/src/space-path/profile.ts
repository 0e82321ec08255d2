import { RelayError } from '../error';

/** Stations of one height profile at the most. */
export const MOST_STATIONS = 10_000;
/** Stations nearer together than this, of the length of the path, would stand upright. */
const APART = 1e-9;

/** A height over a place of a planar path: arc length u, height z, mm. */
export interface Station {
  readonly u: number;
  readonly z: number;
}

/** A part of a profile: its height is ((a d + b) d + c) d + z at d beyond u. */
export interface ProfilePart {
  readonly u: number;
  readonly length: number;
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly z: number;
}

/**
 * The heights over a planar path, from its beginning to its end: level before the first station and after the last one;
 * on a closed path from the last one on to the first. Between stations straight, or smooth without rising above them
 * or falling below (monotone cubic interpolation of Fritsch and Carlson 1980, with the slopes of Fritsch and Butland 1984).
 * @throws RelayError profile-invalid
 */
export function profileParts(
  stations: readonly Station[],
  path: { readonly length: number; readonly closed: boolean },
  smooth: boolean,
): readonly ProfilePart[] {
  const sorted = checked(stations, path);
  const { length, closed } = path;
  const knots = closed ? roundOf(sorted, length) : alongOf(sorted, length);
  const slopes = smooth ? monotoneSlopes(knots, closed) : null;
  return knots.slice(0, -1).map(({ u, z }, i) => {
    const next = knots[i + 1];
    const long = next.u - u;
    const mean = (next.z - z) / long;
    if (!slopes) return { u, length: long, a: 0, b: 0, c: mean, z };
    const [m, n] = [slopes[i], slopes[i + 1]];
    return {
      u,
      length: long,
      a: (m + n - 2 * mean) / (long * long),
      b: (3 * mean - 2 * m - n) / long,
      c: m,
      z,
    };
  });
}

function checked(
  stations: readonly Station[],
  { length, closed }: { length: number; closed: boolean },
): Station[] {
  const fail = (message: string): never => {
    throw new RelayError('profile-invalid', message);
  };
  if (stations.length === 0) fail('A height profile needs at least one station.');
  if (stations.length > MOST_STATIONS)
    fail(`A height profile has at most ${MOST_STATIONS} stations; this one has ${stations.length}.`);
  if (!stations.every(({ u, z }) => Number.isFinite(u) && Number.isFinite(z)))
    fail('A station of the height profile is no number.');
  const sorted = [...stations].sort((a, b) => a.u - b.u);
  const outside = sorted.find(({ u }) => u < -APART * length || u > length * (1 + APART));
  if (outside)
    fail(
      `The station at ${outside.u} mm is not on the path, which is ${length.toFixed(3)} mm long. Move it onto the path.`,
    );
  for (let i = 1; i < sorted.length; i++) {
    if (sorted[i].u - sorted[i - 1].u > APART * length) continue;
    if (sorted[i].z === sorted[i - 1].z) continue;
    fail(
      `Two stations at ${sorted[i].u} mm have different heights: the profile would be upright there. Move one of them along.`,
    );
  }
  const [first] = sorted;
  const last = sorted[sorted.length - 1];
  if (closed && length - last.u + first.u <= APART * length && first.z !== last.z)
    fail('The profile of a closed path ends at another height than it begins. Give both the same height.');
  return sorted.filter(({ u }, i) => i === 0 || u - sorted[i - 1].u > APART * length);
}

/** On an open path: level to its ends. */
function alongOf(stations: readonly Station[], length: number): Station[] {
  const knots = [...stations];
  if (knots[0].u > APART * length) knots.unshift({ u: 0, z: knots[0].z });
  else knots[0] = { u: 0, z: knots[0].z };
  const last = knots[knots.length - 1];
  if (length - last.u > APART * length) knots.push({ u: length, z: last.z });
  else knots[knots.length - 1] = { u: length, z: last.z };
  return knots;
}

/** On a closed path: from the place the path begins, through all stations, to the same place a lap on. */
function roundOf(stations: readonly Station[], length: number): Station[] {
  const kept =
    length - stations[stations.length - 1].u + stations[0].u <= APART * length && stations.length > 1
      ? stations.slice(0, -1)
      : stations;
  const [first] = kept;
  if (kept.length === 1)
    return [
      { u: 0, z: first.z },
      { u: length, z: first.z },
    ];
  return [...kept, { u: first.u + length, z: first.z }];
}

/** Slopes at knots that keep a cubic between them monotone. */
function monotoneSlopes(knots: readonly Station[], closed: boolean): number[] {
  const many = knots.length - 1;
  const long = knots.slice(0, -1).map(({ u }, i) => knots[i + 1].u - u);
  const mean = knots.slice(0, -1).map(({ z }, i) => (knots[i + 1].z - z) / long[i]);
  const between = (i: number, j: number): number => {
    const [m, n, h, k] = [mean[i], mean[j], long[i], long[j]];
    if (m * n <= 0) return 0;
    // The weighted harmonic mean of both.
    return (3 * (h + k)) / ((2 * k + h) / m + (k + 2 * h) / n);
  };
  const inner = Array.from({ length: many - 1 }, (_, i) => between(i, i + 1));
  if (closed) {
    const seam = many > 1 ? between(many - 1, 0) : 0;
    return [seam, ...inner, seam];
  }
  return [mean[0], ...inner, mean[many - 1]];
}
