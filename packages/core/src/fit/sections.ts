import { mm, RelayError } from '../error';
import { wrapInto } from '../math';
import { findCorners, type MeasuredPath } from '../path';
import type { Engagement } from '../route';
import { isWithin, type RowWindow } from './lay';
import { spacingThatReaches } from './laying';

/** Stretches between places that must be met, at the most. */
export const MOST_SECTIONS = 200;

/** Places that one piece each is put on, at the most. */
export const MOST_ALONE = 2_000;

/** Places that a pin has to stand on. */
export interface MustMeet {
  /** Corners that turn by at least this, radians; null: no corners. */
  readonly corners: number | null;
  /** Places on the path, mm from its start. */
  readonly at: readonly number[];
  /** Also where one piece of the path goes over into the next, and the ends of an open one. */
  readonly points?: boolean;
  /** One piece on each of these places, and none between them: no stretch is counted out. */
  readonly alone?: boolean;
}

/** A stretch between two places that are met. */
export interface Section {
  readonly from: number;
  /** Beyond the length of a closed path where it runs past its start. */
  readonly to: number;
}

/** A stretch with its own whole count. */
export interface FittedSection extends Section {
  readonly count: number;
  /** mm. */
  readonly pitch: number;
}

/**
 * Splits a window at the places that must be met, in the order of the path. Places outside of it
 * are passed over; one that is marked twice counts once.
 * @returns one section, the whole window, where nothing is to be met on it
 * @throws RelayError too-many-sections
 */
export function sectionsOf(path: MeasuredPath, window: RowWindow, meet: MustMeet): Section[] {
  const { corners, at, alone = false } = meet;
  const turning =
    corners === null ? [] : findCorners(path).filter(({ turn }) => Math.abs(turn) >= corners - 1e-9);
  const slip = 1e-9 * path.length;
  const places = [...turning.map(({ s }) => s), ...at, ...(meet.points ? path.pieceStarts : [])]
    .filter((s) => Number.isFinite(s) && isWithin(s, window, path))
    .map((s) => (path.closed ? window.from + wrapInto(s - window.from + slip, path.length) - slip : s))
    .sort((a, b) => a - b)
    .filter((s, i, all) => i === 0 || s - all[i - 1] > 2 * slip);
  const room = window.to - window.from;
  const inside = places.filter((s) => s - window.from > 2 * slip && window.to - s > 2 * slip);
  let stops: number[];
  if (!window.ring) stops = [window.from, ...inside, window.to];
  else {
    const onSeam = inside.length < places.length;
    const [first] = onSeam ? [window.from] : inside;
    stops =
      first === undefined
        ? [window.from, window.to]
        : [first, ...inside.filter((s) => s > first), first + room];
  }
  if (alone && stops.length > MOST_ALONE) {
    throw new RelayError(
      'too-many-sections',
      `${stops.length} places are more than the ${MOST_ALONE} that one piece each can be put on. Mark fewer, or thin the path out.`,
      { field: 'sections' },
    );
  }
  if (!alone && stops.length - 1 > MOST_SECTIONS) {
    throw new RelayError(
      'too-many-sections',
      `${stops.length - 1} stretches between places that must be met are more than the ${MOST_SECTIONS} that can be counted out. Mark fewer, or only sharper corners.`,
      { field: 'sections' },
    );
  }
  return stops.slice(1).map((to, i) => ({ from: stops[i], to }));
}

/**
 * A whole count for every section, so that the largest |p_j / p − 1| is the least there is, under
 * a total that is a multiple (or a given number). Exact: for a bound on it every section has a
 * range of counts, and the bound can be kept where the range of their sum holds such a total; the
 * least bound is searched for. Of the totals that keep it the nearest to the ideal one is taken, and
 * in every section the nearest count that this total allows.
 * @param ideal spacings of the whole, as a real number
 * @param ends pieces more than spacings: one where pieces stand on both ends, else none. The multiple
 * and the given number are those of pieces
 * @throws RelayError sections-cannot-close
 */
export function countSections(
  path: MeasuredPath,
  sections: readonly Section[],
  pitch: number,
  pieces: Engagement,
  multiple: number,
  count: number | null,
  ideal = sections.reduce((sum, { from, to }) => sum + (to - from), 0) / pitch,
  ends = 0,
): FittedSection[] {
  const known = sections.map(() => new Map<number, number>());
  const pitchOf = (j: number, n: number): number => {
    let found = known[j].get(n);
    if (found === undefined) {
      const { from, to } = sections[j];
      // Where no chord reaches, the count is worth nothing.
      found = spacingThatReaches(path, from, to, n, pieces) ?? NaN;
      known[j].set(n, found);
    }
    return found;
  };
  const ranges = (bound: number): { low: number; high: number }[] | null => {
    const found: { low: number; high: number }[] = [];
    for (let j = 0; j < sections.length; j++) {
      const range = rangeWithin(sections[j], (n) => pitchOf(j, n), pitch, bound);
      if (!range) return null;
      found.push(range);
    }
    return found;
  };
  const totalWithin = (bound: number): { all: { low: number; high: number }[]; total: number } | null => {
    const all = ranges(bound);
    if (!all) return null;
    const low = all.reduce((sum, range) => sum + range.low, 0);
    const high = all.reduce((sum, range) => sum + range.high, 0);
    if (count !== null) {
      const total = count - ends;
      return low <= total && total <= high ? { all, total } : null;
    }
    const least = Math.ceil((low + ends) / multiple) * multiple - ends;
    if (least > high) return null;
    const most = Math.floor((high + ends) / multiple) * multiple - ends;
    const nearest = Math.floor((ideal + ends) / multiple + 0.5 + SAME) * multiple - ends;
    return { all, total: Math.min(Math.max(nearest, least), most) };
  };
  let high = 0.5;
  while (!totalWithin(high)) {
    high *= 2;
    if (high > 1e4) throw cannotClose(sections, multiple, count);
  }
  let low = 0;
  for (let k = 0; k < 60 && high - low > SAME * 0.1; k++) {
    const mid = (low + high) / 2;
    if (totalWithin(mid)) high = mid;
    else low = mid;
  }
  const best = totalWithin(high);
  if (!best) throw cannotClose(sections, multiple, count);
  const counts = shareOut(best.all, best.total, (j, n) => Math.abs(pitchOf(j, n) / pitch - 1));
  return sections.map((section, j) => ({ ...section, count: counts[j], pitch: pitchOf(j, counts[j]) }));
}

/** The counts of one section whose pitch is off by no more than a bound; null where there are none. */
function rangeWithin(
  { from, to }: Section,
  pitchOf: (n: number) => number,
  pitch: number,
  bound: number,
): { low: number; high: number } | null {
  const most = pitch * (1 + bound + SAME);
  const least = pitch * (1 - bound - SAME);
  // A chord is never longer than its share of the path, as far as both are worked out.
  let low = Math.max(1, Math.ceil((to - from) / most) - 1);
  while (low > 1 && pitchOf(low - 1) <= most) low--;
  const last = least > 0 ? Math.ceil((to - from) / least) : low + 1000;
  while (low < last && !(pitchOf(low) <= most)) low++;
  if (!(pitchOf(low) <= most)) return null;
  let high = least > 0 ? Math.max(1, Math.floor((to - from) / least) + 1) : low + 1000;
  while (high >= low && !(pitchOf(high) >= least)) high--;
  return high >= low ? { low, high } : null;
}

/**
 * Differences of pitches, as a part of one, that are none: well beyond what rounding and the solving
 * of chords make, so that a path that is turned, scaled or mirrored is counted out alike.
 */
const SAME = 1e-9;

/** Whole counts within their ranges that add up to a total, each as near to its own best as that allows. */
function shareOut(
  ranges: readonly { low: number; high: number }[],
  total: number,
  cost: (j: number, n: number) => number,
): number[] {
  const counts = ranges.map(({ low, high }, j) => {
    let best = low;
    for (let n = low; n <= high; n++) if (cost(j, n) < cost(j, best) - SAME) best = n;
    return best;
  });
  let off = total - counts.reduce((sum, n) => sum + n, 0);
  while (off !== 0) {
    const by = Math.sign(off);
    let best = -1;
    for (let j = 0; j < counts.length; j++) {
      const next = counts[j] + by;
      if (next < ranges[j].low || next > ranges[j].high) continue;
      if (best < 0 || cost(j, next) < cost(best, counts[best] + by) - SAME) best = j;
    }
    counts[best] += by;
    off -= by;
  }
  return counts;
}

function cannotClose(sections: readonly Section[], multiple: number, count: number | null): RelayError {
  const stretches = `${sections.length} ${sections.length === 1 ? 'stretch' : 'stretches'}`;
  return new RelayError(
    'sections-cannot-close',
    count === null
      ? `No counts for ${stretches} between ${mm(sections[0].from)} and ${mm(sections[sections.length - 1].to)} add up to a multiple of ${multiple}. Take another multiple, or mark fewer places.`
      : `${count} cannot be shared out over ${stretches}. Take another count, or mark fewer places.`,
    { field: 'sections' },
  );
}
