import { RelayError } from '../error';
import { profileParts } from '../space-path/profile';

/** How a section is at a place along a path. */
export interface ShapeStation {
  /** Arc length, mm. */
  readonly s: number;
  /** How many times as large. */
  readonly scale: number;
  /** About the path, radians, to the left. */
  readonly roll: number;
  /** Towards what is up on it, mm. */
  readonly lift: number;
}

/** Reads scale, roll and lift at arc length s into three numbers. */
export type ReadShaping = (s: number, out: Float64Array) => void;

const KEYS = ['scale', 'roll', 'lift'] as const;

/** The end of a closed path is its beginning. */
function checkRound(
  stations: readonly ShapeStation[],
  { length, closed }: { readonly length: number; readonly closed: boolean },
): void {
  const [first, last] = [0, length].map((place) => stations.find(({ s }) => s === place));
  if (!closed || !first || !last || KEYS.every((key) => first[key] === last[key])) return;
  throw new RelayError(
    'profile-invalid',
    'Round a closed path the end is the beginning: make the first and the last station the same, or take one of them out.',
    { field: 'stations' },
  );
}

/**
 * How a section changes along a path: as its stations say, level beyond the first and the last of an open path and from
 * the last on to the first round a closed one. Smooth, it never is larger or smaller between two stations than at them
 * (the interpolation of height profiles).
 * @throws RelayError profile-invalid
 */
export function shapingAlong(
  stations: readonly ShapeStation[],
  path: { readonly length: number; readonly closed: boolean },
  smooth: boolean,
): ReadShaping {
  checkRound(stations, path);
  const parts = KEYS.map((key) =>
    profileParts(
      stations.map((station) => ({ u: station.s, z: station[key] })),
      path,
      smooth,
    ),
  );
  const { length, closed } = path;
  return (s, out) => {
    const [first] = parts[0];
    // Parts of a closed path begin at its first station.
    const lap = closed ? s - length * Math.floor((s - first.u) / length) : Math.max(0, Math.min(length, s));
    parts.forEach((own, k) => {
      const { u, a, b, c, z } = own[partAt(own, lap)];
      const d = lap - u;
      out[k] = ((a * d + b) * d + c) * d + z;
    });
  };
}

/** The last part that begins at or before a place. */
function partAt(parts: readonly { readonly u: number }[], s: number): number {
  let [low, high] = [0, parts.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (parts[middle].u <= s) low = middle;
    else high = middle - 1;
  }
  return low;
}
