import { backwards, marchChords } from '../chain';
import { LIMITS } from '../limits';
import { bracketedRoot } from '../math';
import { newReading, pathReader, type MeasuredPath, type PathReader } from '../path';
import type { Engagement } from '../route';
import type { RowLay, RowWindow } from './lay';

/** The part of a stretch before its end at which it is taken to run on straight. */
const INSET = 1e-9;

/**
 * Reads a stretch of a path that runs on straight beyond its end, whatever the path does there: what
 * stands on the end must not be sought on the other side of a corner.
 */
function stretchReader(path: MeasuredPath, from: number, to: number): PathReader {
  const read = pathReader(path);
  const last = to - INSET * (to - from);
  const end = newReading();
  read(last, end);
  return (s, out) => {
    if (s < last) {
      read(s, out);
      return;
    }
    out[0] = end[0] + (s - last) * end[2];
    out[1] = end[1] + (s - last) * end[3];
    out[2] = end[2];
    out[3] = end[3];
    out[4] = 0;
    out[5] = end[5] + (s - last) * end[6];
    out[6] = end[6];
  };
}

/**
 * How many spacings of a pitch lie between two places of a path, as a real number: the whole chords,
 * and what of the path is left after them as a part of what the next chord would take of it, round a
 * corner where there is one.
 */
export function spacingsBetween(
  path: MeasuredPath,
  from: number,
  to: number,
  pitch: number,
  pieces: Engagement,
): number {
  if (pieces === 'bending') return (to - from) / pitch;
  const most = Math.min(LIMITS.links, Math.ceil((to - from) / pitch) + 1);
  const places = new Float64Array(most + 1);
  const read = pathReader(path);
  const made = marchChords(read, from, pitch, most, path.length, places);
  for (let i = 1; i < made; i++)
    if (places[i] > to + 1e-12 * path.length)
      return i - 1 + (to - places[i - 1]) / (places[i] - places[i - 1]);
  return made - 1;
}

/**
 * The spacing at which `spacings` of them reach from one place to another exactly.
 * @returns null where no chord does
 */
export function spacingThatReaches(
  path: MeasuredPath,
  from: number,
  to: number,
  spacings: number,
  pieces: Engagement,
): number | null {
  const room = to - from;
  const most = room / spacings;
  if (pieces === 'bending') return most;
  const read = stretchReader(path, from, to);
  const places = new Float64Array(spacings + 1);
  const over = (chord: number): number => {
    const made = marchChords(read, from, chord, spacings, path.length, places);
    return made <= spacings ? path.length : places[spacings] - to;
  };
  if (over(most) <= 1e-13 * room) return most;
  let low = most;
  for (let k = 0; k < 40; k++) {
    low *= 0.8;
    if (over(low) < 0) {
      const chord = bracketedRoot(over, low, most, 1e-15 * most);
      return Math.abs(over(chord)) <= 1e-9 * room ? chord : null;
    }
  }
  return null;
}

/** Where a row of spacings begins and ends, mm along the path. */
export interface Laid {
  readonly first: number;
  readonly last: number;
}

/**
 * Lays a number of spacings that hold their size into a window.
 * @param before how many of them come before the place the row runs both ways from
 */
export function layInto(
  path: MeasuredPath,
  window: RowWindow,
  spacings: number,
  pitch: number,
  pieces: Engagement,
  { rest, middle }: Pick<RowLay, 'rest' | 'middle'>,
  before: number,
): Laid {
  const onwards = (s: number, many: number): number => reached(path, s, many, pitch, pieces, 1);
  const back = (s: number, many: number): number => reached(path, s, many, pitch, pieces, -1);
  if (middle !== null) return { first: back(middle, before), last: onwards(middle, spacings - before) };
  if (rest === 'end' || rest === 'spread')
    return { first: window.from, last: onwards(window.from, spacings) };
  const first = back(window.to, spacings);
  if (rest === 'start') return { first, last: window.to };
  // The same is left at both ends: what is left before, less what is left behind, grows with the start.
  const uneven = (s: number): number => s - window.from - (window.to - onwards(s, spacings));
  const [low, high] = first < window.from ? [first, window.from] : [window.from, first];
  const even = high - low < 1e-12 * path.length ? low : bracketedRoot(uneven, low, high, 1e-13 * path.length);
  return { first: even, last: onwards(even, spacings) };
}

/** The place that a number of spacings lead to from another; as far as they go. */
function reached(
  path: MeasuredPath,
  s: number,
  spacings: number,
  pitch: number,
  pieces: Engagement,
  way: 1 | -1,
): number {
  if (pieces === 'bending') return s + way * spacings * pitch;
  if (spacings === 0) return s;
  const read = way > 0 ? pathReader(path) : backwards(pathReader(path));
  const places = new Float64Array(spacings + 1);
  const made = marchChords(read, way * s, pitch, spacings, path.length, places);
  return way * places[made - 1];
}
