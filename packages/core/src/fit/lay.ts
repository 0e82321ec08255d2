import { mm, RelayError } from '../error';
import { wrapInto } from '../math';
import type { MeasuredPath } from '../path';

/**
 * A part of a path, between two places from its start: in mm, or as parts of its length. On a
 * closed path it runs past the start where `to` is the smaller.
 */
export interface PathStretch {
  readonly by: 'length' | 'part';
  readonly from: number;
  readonly to: number;
}

/** Where on its path a row lies, and where what is left over goes. */
export interface RowLay {
  /** The part of the path it is put on; null: all of it. */
  readonly stretch: PathStretch | null;
  /** Left free at both ends, mm. */
  readonly inset: readonly [start: number, end: number];
  /**
   * What stands on the ends: the pins of links (n pieces have n + 1 of them), or pieces that are
   * carried on a point (n pieces have n − 1 spacings).
   */
  readonly ends: 'pins' | 'points';
  /** Where what is left over goes when nothing gives way: to the ends, or spread between the pieces. */
  readonly rest: 'end' | 'start' | 'both' | 'spread';
  /** A place that a pin or a point stands on, the row running both ways from it, mm; only when nothing gives way. */
  readonly middle: number | null;
  /** What happens to pieces past the end of an open path. */
  readonly beyond: 'stop' | 'straight';
}

export const PLAIN_LAY: RowLay = {
  stretch: null,
  inset: [0, 0],
  ends: 'pins',
  rest: 'end',
  middle: null,
  beyond: 'stop',
};

/** The part of a path that a row is laid on. */
export interface RowWindow {
  /** mm from the start of the path; `to` may be beyond the length of a closed one. */
  readonly from: number;
  readonly to: number;
  /** All the way round a closed path, so that the last piece meets the first. */
  readonly ring: boolean;
}

/**
 * The window of a path that a row may use.
 * @param scale of the path, as the places of a stretch stay where they were drawn
 * @throws RelayError stretch-invalid, inset-too-long
 */
export function windowOf(path: MeasuredPath, { stretch, inset }: RowLay, scale = 1): RowWindow {
  const { length, closed } = path;
  const [a, b] = inset;
  if (!(a >= 0 && b >= 0 && Number.isFinite(a + b))) {
    throw new RelayError(
      'inset-too-long',
      `Insets of ${mm(a)} and ${mm(b)} cannot be used. They must be zero or more.`,
      { field: 'inset' },
    );
  }
  const unit = stretch?.by === 'part' ? length : scale;
  let [from, to] = stretch ? [stretch.from * unit, stretch.to * unit] : [0, length];
  if (stretch) {
    if (closed) {
      from = wrapInto(from, length);
      // The end of a whole lap is its start again.
      to = from + (wrapInto(to - from, length) || length);
    }
    // A stretch that was measured on the path may miss its end by rounding.
    const slip = 1e-9 * length;
    if (!(from >= -slip && to > from && (closed || to <= length + slip))) {
      throw new RelayError(
        'stretch-invalid',
        `There is no stretch from ${mm(from)} to ${mm(to)} on a path of ${mm(length)}. Give two places on it, the first one nearer to its start.`,
        { field: 'stretch' },
      );
    }
    if (!closed) to = Math.min(to, length);
  }
  const room = to - from - a - b;
  if (!(room > 1e-9 * (to - from))) {
    throw new RelayError(
      'inset-too-long',
      `Insets of ${mm(a)} and ${mm(b)} leave nothing of the ${mm(to - from)} there are. Make them shorter.`,
      { field: 'inset' },
    );
  }
  return { from: from + a, to: to - b, ring: closed && !stretch && a + b === 0 };
}

/** Does the window follow from the length of the path alone, so that it scales with it? */
export const scalesAsAWhole = ({ inset: [a, b] }: RowLay): boolean => a + b === 0;

/** Do pieces stand on points, the first and the last on the ends? Round a loop there are no ends. */
export const isOnPoints = ({ ends }: RowLay = PLAIN_LAY, { ring }: RowWindow): boolean =>
  ends === 'points' && !ring;

/** How many spacings a count of pieces has: on points one less. */
export const spacingsOf = (count: number, lay: RowLay, window: RowWindow): number =>
  isOnPoints(lay, window) ? count - 1 : count;

/** Is a place of the path within the window, its ends counted in? */
export function isWithin(s: number, { from, to }: RowWindow, path: MeasuredPath): boolean {
  const slip = 1e-9 * path.length;
  if (!path.closed) return s >= from - slip && s <= to + slip;
  return wrapInto(s - from + slip, path.length) <= to - from + 2 * slip;
}
