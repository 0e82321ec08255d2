import { newReading, pathReader, readRide, RIDE_NUMBERS, withinPath } from '@coin-relay/core';
import {
  behaviourOf,
  breadthAlong,
  formatLength,
  pieceWidth,
  pieceWords,
  PLAIN_SETTING,
  type JobPiece,
  type StandInSpace,
} from '@coin-relay/model';
import { axesOf } from '../../placing/space-placement';
import { SPACE_NUMBERS } from '../../placing/room';
import type { Found } from '../found';
import { rowRule, type RowContext } from '../rule';
import { bendAside } from './bend-aside';

/** Gaps at the outer edge of carried pieces wider than this part of the pitch are spoken of (common practice, no source). */
const OPENS_BY = 0.25;
/** Places of the path that the spacing of carried pieces that travel is looked at. */
const SAMPLES = 2000;

/**
 * Carried pieces that lie across the path fan in its bends. Of two neighbours at s and t, whose normals
 * differ by δ, the ends at a distance h to one side are as far apart as their places are, moved by h
 * along their normals; both are looked at along the direction between them, in which a piece of a
 * thickness w reaches w cos(δ / 2). On a circle that is 2 (R ∓ h) sin(δ / 2).
 */
export const fansInBend = rowRule('link', ['carried-overlap', 'carried-open'], fanFindings);

export function fanFindings(context: RowContext): Found<'carried-overlap' | 'carried-open'>[] {
  const { job, fit, resolved } = context;
  const pitch = fit.effectivePitch;
  const broad = resolved.sequence.filter(liesAcross);
  if (pitch === null || broad.length === 0) return [];
  const h = pieceWidth(broad) / 2;
  const thick = Math.max(...broad.map(breadthAlong));
  const [a, b] = [newReading(), newReading()];
  const read = pathReader(fit.layout.path);
  const { stand } = context.setOut;
  let tightest = { over: -Infinity, inner: 0, outer: 0, middle: 0, s: 0 };
  for (const [s, t] of neighboursOf(context, pitch)) {
    read(s, a);
    read(t, b);
    // A bend tighter than the pieces are broad folds them over, which is told of as such.
    const bend = stand ? bendAside(stand, s) : Math.max(Math.abs(a[4]), Math.abs(b[4]));
    if (bend * h >= 1) return [];
    const spread = stand ? spreadInSpace(stand, s, t, h) : spreadInPlane(a, b, h);
    if (!spread) continue;
    const { along, size } = spread;
    const [left, right] = [along(1), along(-1)];
    // size / 2 is cos(δ / 2).
    const over = (thick * size) / 2 - Math.min(left, right);
    if (over > tightest.over)
      tightest = { over, inner: Math.min(left, right), outer: Math.max(left, right), middle: along(0), s };
  }
  if (tightest.over === -Infinity) return [];
  const { over, inner, outer, middle, s } = tightest;
  const place = withinPath(fit.layout.path, s);
  const length = (mm: number): string => formatLength(mm, job.unit);
  const [, many] = pieceWords(broad[0]);
  if (over > 1e-9 * pitch) {
    return [
      {
        kind: 'carried-overlap',
        text: `In the bend at ${length(place)} the inner ends of the ${many} stand ${length(Math.max(0, inner))} apart and are ${length(thick)} thick: they overlap by ${length(over)}.`,
        at: place,
        size: over,
      },
    ];
  }
  if (outer - middle <= OPENS_BY * pitch) return [];
  return [
    {
      kind: 'carried-open',
      text: `In the bend at ${length(place)} the outer ends of the ${many} open to ${length(outer)}, ${length(outer - middle)} more than on the path.`,
      at: place,
      size: outer - middle,
    },
  ];
}

/** How far apart the ends of two neighbours are, to one side of the path and to the other, along the direction between them. */
interface Spread {
  /** mm, of ends at the left (1), in the middle (0), at the right (−1). */
  readonly along: (side: number) => number;
  /** Twice the cosine of half the angle between them. */
  readonly size: number;
}

function spreadInPlane(a: Float64Array, b: Float64Array, h: number): Spread | null {
  const [ux, uy] = [a[2] + b[2], a[3] + b[3]];
  const size = Math.hypot(ux, uy);
  if (!(size > 0)) return null;
  return {
    size,
    along: (side) =>
      ((b[0] - a[0] - side * h * (b[3] - a[3])) * ux + (b[1] - a[1] + side * h * (b[2] - a[2])) * uy) / size,
  };
}

/** The same where they stand in space: their ends lie to the left and right of what is up on them. */
function spreadInSpace({ ride }: StandInSpace, s: number, t: number, h: number): Spread | null {
  const at = (place: number): Float64Array => {
    const read = new Float64Array(RIDE_NUMBERS);
    readRide(ride, place, read);
    const axes = new Float64Array(SPACE_NUMBERS);
    axesOf(read, axes);
    axes.set(read.subarray(0, 3), 9);
    return axes;
  };
  const [a, b] = [at(s), at(t)];
  const way = [0, 1, 2].map((c) => a[c] + b[c]);
  const size = Math.hypot(...way);
  if (!(size > 0)) return null;
  return {
    size,
    along: (side) =>
      way.reduce(
        (sum, u, c) => sum + (u * (b[9 + c] + side * h * b[3 + c] - a[9 + c] - side * h * a[3 + c])) / size,
        0,
      ),
  };
}

/** Is it carried, and does it lie across the path as the path runs? What stands upright, or turned, does not fan. */
function liesAcross(piece: JobPiece): boolean {
  const { facing, turn } = piece.setting ?? PLAIN_SETTING;
  const follows = facing === 'path' || facing === 'chord';
  return behaviourOf(piece) === 'carried' && breadthAlong(piece) > 0 && follows && turn === 0;
}

/** Places of neighbours: where they stand, or, where they travel, wherever they come. */
function* neighboursOf(
  { fit, setOut, facts }: RowContext,
  pitch: number,
): Generator<readonly [s: number, t: number]> {
  const { window, layout } = fit;
  if (facts?.moves && facts.travel !== 0) {
    const last = window.ring ? window.to : window.to - pitch;
    for (let i = 0; i <= SAMPLES; i++) {
      const s = window.from + ((last - window.from) * i) / SAMPLES;
      yield [s, s + pitch];
    }
    return;
  }
  const { table, middles, pieces } = setOut;
  const stands = (i: number): boolean => table.leftOut[i] === 0 && liesAcross(pieces[table.piece[i]]);
  for (let i = 0; i + 1 < table.count; i++)
    if (stands(i) && stands(i + 1)) yield [middles[i], middles[i + 1]];
  const end = table.count - 1;
  if (window.ring && end > 0 && stands(end) && stands(0))
    yield [middles[end], middles[0] + layout.path.length];
}
