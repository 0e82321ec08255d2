import { wrapInto } from '../math';

/** Which places a rule takes. Counting starts at 1 where people read it, and at 0 here. */
export type Role =
  | { readonly role: 'first' }
  | { readonly role: 'last' }
  /** The place nearest to every corner of the path, or to every point it was drawn by. */
  | { readonly role: 'corners' }
  | { readonly role: 'points' }
  /** Every k-th place, the first of them `start` places in, counted from the start or from the end. */
  | {
      readonly role: 'every';
      readonly every: number;
      readonly start: number;
      readonly from: 'start' | 'end';
    }
  /** One place, `at` places in from the start or from the end. */
  | { readonly role: 'nth'; readonly at: number; readonly from: 'start' | 'end' };

/** A row at rest, as rules see it. */
export interface RestingRow {
  readonly count: number;
  readonly closed: boolean;
  /** Length of the path, mm. */
  readonly length: number;
  /** Arc length of the middle of each place, mm, ascending; `count` of them. */
  readonly middles: Float64Array;
  /** Arc length of the path's corners, and of the points it was drawn by. */
  readonly corners: readonly number[];
  readonly points: readonly number[];
}

/** A place that a role takes. */
export interface TakenPlace {
  readonly place: number;
  /** Where exactly the corner or point lies, arc length; null for roles that count. */
  readonly at: number | null;
}

/** The places a role takes, ascending, each once. */
export function rolePlaces(role: Role, row: RestingRow): TakenPlace[] {
  const { count } = row;
  const counted = (place: number): TakenPlace[] => (place >= 0 && place < count ? [{ place, at: null }] : []);
  switch (role.role) {
    case 'first':
      return counted(0);
    case 'last':
      return counted(count - 1);
    case 'nth':
      return counted(role.from === 'start' ? role.at : count - 1 - role.at);
    case 'corners':
      return nearestPlaces(row.corners, row);
    case 'points':
      return nearestPlaces(row.points, row);
    case 'every': {
      const taken: TakenPlace[] = [];
      for (let i = Math.max(0, role.start); i < count; i += Math.max(1, role.every)) {
        taken.push({ place: role.from === 'start' ? i : count - 1 - i, at: null });
      }
      return role.from === 'start' ? taken : taken.reverse();
    }
  }
}

function nearestPlaces(spots: readonly number[], row: RestingRow): TakenPlace[] {
  const taken = new Map<number, TakenPlace>();
  for (const at of spots) {
    const place = nearestPlace(at, row);
    if (place !== null && !taken.has(place)) taken.set(place, { place, at });
  }
  return [...taken.values()].sort((a, b) => a.place - b.place);
}

/** The place whose middle is nearest to an arc length; round the closing place too. */
export function nearestPlace(at: number, { middles, closed, length, count }: RestingRow): number | null {
  if (count === 0) return null;
  // Middles of a loop begin anywhere and run on past its end: looked for in that one lap.
  const s = closed ? middles[0] + wrapInto(at - middles[0], length) : at;
  let lo = 0;
  let hi = count - 1;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (middles[mid] < s) lo = mid + 1;
    else hi = mid;
  }
  const candidates = [lo - 1, lo].map((i) => (closed ? (i + count) % count : i)).filter((i) => i >= 0);
  if (closed) candidates.push(0);
  const off = (i: number): number => {
    const d = Math.abs(middles[i] - s);
    return closed ? Math.min(d, Math.abs(length - d)) : d;
  };
  return candidates.reduce((best, i) => (off(i) < off(best) ? i : best));
}
