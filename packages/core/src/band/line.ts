import { RelayError } from '../error';

/**
 * Reads how a section stands at an arc length: where its zero point is, what a step along its x and along its y comes to
 * (so that it may be larger or smaller there), and the unit vector the way the band goes: three numbers each.
 */
export type SectionAt = (s: number, out: Float64Array) => void;

/** Numbers a `SectionAt` writes. */
export const SECTION_NUMBERS = 12;
const [X, Y, WAY] = [3, 6, 9];

/** The line that a section is carried along. Plain data. */
export interface BandLine {
  /** Arc length of each station, rising, mm. */
  readonly places: Float64Array;
  /** Of each station where the zero point of the section is, its x and its y: nine numbers in turn. */
  readonly frames: Float64Array;
  /** The last station goes on to the first one. */
  readonly closed: boolean;
}

/** Numbers of a station. */
export const STATION_NUMBERS = 9;

export interface BandRange {
  readonly from: number;
  readonly to: number;
  /** Its end is its beginning again. */
  readonly closed: boolean;
  /** Arc lengths where the path has a corner: there the section is mitred. */
  readonly corners: readonly number[];
  /** Arc lengths where what is told about the section changes: there it is read exactly. */
  readonly stations: readonly number[];
  /** x0, y0, x1, y1 of the section, mm. */
  readonly box: readonly [number, number, number, number];
  /** How far an edge of the band may stray from its exact curve, mm. */
  readonly tolerance: number;
}

/** Stations of one band at the most. */
export const MOST_BAND_STATIONS = 50_000;
/** Parts that a range is looked at in before it is known how much it bends. */
const FIRST_PARTS = 12;
/** Where a part is looked at: its middle, and two places that no number of whole turns brings back to its ends. */
const LOOKED_AT = [0.236068, 0.5, 0.723607] as const;
/** A place so near a corner is before or behind it, of the length of the range. */
const BESIDE = 1e-7;
/** Corners turned further than this (cosine of half their angle) are not mitred: the mitre would run away. */
const LEAST_HALF = 0.2;

/**
 * Puts stations so near together that the edges of a band of straight parts keep to their curves within a tolerance, at
 * the corners of the box round its section. Halving goes on until each part does where it is looked at.
 * @throws RelayError band-invalid
 */
export function bandLine(at: SectionAt, range: BandRange): BandLine {
  const { from, to, closed, box, tolerance } = range;
  const length = to - from;
  if (!(length > 0 && tolerance > 0)) {
    throw new RelayError('band-invalid', 'A band needs a stretch of path to lie on.', { field: 'band' });
  }
  const corners = range.corners.filter((s) => s >= from && s < to && (closed || s > from));
  const frame = (s: number, side: -1 | 0 | 1): Float64Array => {
    const out = new Float64Array(SECTION_NUMBERS);
    at(side === 0 ? s : s + side * BESIDE * length, out);
    return out;
  };
  const known = new Set(corners);
  const stationOf = (s: number): Float64Array =>
    known.has(s) ? mitred(frame(s, 0), frame(s, -1), frame(s, 1)) : frame(s, 0);
  const fixed = [
    ...new Set([
      ...Array.from({ length: FIRST_PARTS + 1 }, (_, i) => from + (length * i) / FIRST_PARTS),
      ...corners,
      ...range.stations.filter((s) => s > from && s < to),
    ]),
  ].sort((a, b) => a - b);
  const places: number[] = [fixed[0]];
  const frames: Float64Array[] = [stationOf(fixed[0])];
  const reach = reachOf(box);
  const put = (a: number, fa: Float64Array, b: number, fb: Float64Array): void => {
    if (places.length > MOST_BAND_STATIONS) tooMany();
    const within = LOOKED_AT.map((t) => frame(a + t * (b - a), 0));
    const bends = within.some((f) => reach.some((corner) => strays(corner, f, fa, fb) > tolerance));
    if (bends && b - a > BESIDE * length) {
      const m = (a + b) / 2;
      put(a, fa, m, within[1]);
      put(m, within[1], b, fb);
      return;
    }
    places.push(b);
    frames.push(fb);
  };
  for (let i = 0; i + 1 < fixed.length; i++)
    put(fixed[i], frames[frames.length - 1], fixed[i + 1], stationOf(fixed[i + 1]));
  const many = closed ? places.length - 1 : places.length;
  const out = new Float64Array(STATION_NUMBERS * many);
  for (let i = 0; i < many; i++) out.set(frames[i].subarray(0, STATION_NUMBERS), STATION_NUMBERS * i);
  return { places: Float64Array.from(places.slice(0, many)), frames: out, closed };
}

/** How the section lies in the plane that halves a corner, drawn out along the way to it. */
function mitred(on: Float64Array, before: Float64Array, behind: Float64Array): Float64Array {
  const half = Math.hypot(...[0, 1, 2].map((c) => before[WAY + c] + behind[WAY + c]));
  const n = [0, 1, 2].map((c) => (before[WAY + c] + behind[WAY + c]) / half);
  const along = (of: Float64Array, o: number): number => of[o] * n[0] + of[o + 1] * n[1] + of[o + 2] * n[2];
  if (!(half / 2 > LEAST_HALF)) return on;
  const out = on.slice();
  for (const axis of [X, Y]) {
    for (let c = 0; c < 3; c++) {
      const [p, q] = [before, behind].map(
        (side) => side[axis + c] - (side[WAY + c] * along(side, axis)) / along(side, WAY),
      );
      out[axis + c] = (p + q) / 2;
    }
  }
  return out;
}

type Corner = readonly [x: number, y: number];
const reachOf = ([x0, y0, x1, y1]: BandRange['box']): Corner[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];

/** How far a corner of the section is from the straight line between where it is at two stations. */
function strays([x, y]: Corner, f: Float64Array, a: Float64Array, b: Float64Array): number {
  const place = (of: Float64Array, c: number): number => of[c] + x * of[X + c] + y * of[Y + c];
  let [along, long, away] = [0, 0, 0];
  for (let c = 0; c < 3; c++) {
    const [p, d] = [place(f, c) - place(a, c), place(b, c) - place(a, c)];
    along += p * d;
    long += d * d;
    away += p * p;
  }
  // Where the edge stands still it strays by as far as it is gone.
  if (!(long > 0)) return Math.sqrt(away);
  const on = Math.max(0, Math.min(1, along / long));
  return Math.sqrt(Math.max(0, away - 2 * on * along + on * on * long));
}

function tooMany(): never {
  throw new RelayError(
    'band-invalid',
    `This band would have more than ${MOST_BAND_STATIONS.toLocaleString('en')} sections. Let its edges be off by more, or give it fewer bends.`,
    { field: 'tolerance' },
  );
}
