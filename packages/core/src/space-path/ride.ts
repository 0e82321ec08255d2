import { wrapInto } from '../math';
import { findCorners, newReading, pathReader, tightestBend, type MeasuredPath } from '../path';
import type { UpRule } from './up-rule';
import { upsAlong, type Uprights } from './upright';

/** Numbers of a place of a ride: x, y, z, unit tangent, unit vector up. */
export const RIDE_NUMBERS = 9;
/** Where up is among them. */
const UP = 6;

/**
 * A path in space, with what is up along it, as a table at even steps: reading it costs a few multiplications, so that
 * pieces can ride on it while they are drawn. Plain data, that can be handed to another thread.
 */
export interface SpaceRide {
  readonly length: number;
  readonly closed: boolean;
  /** Distance of two places of the table, mm. */
  readonly step: number;
  /** One more place than there are steps. */
  readonly data: Float64Array;
  /** Corners: arc length, x, y, z. */
  readonly corners: Float64Array;
  /** For every step the number of the corner in it; −1 for none. */
  readonly cornerIn: Int32Array;
  /** Where what is to be up runs along the path, so that the least twist is kept there, mm. */
  readonly lost: Uprights['lost'];
}

/** A place this near to a corner, as a part of the length, is on it. */
const ON_CORNER = 1e-8;
/** Places of a table at the most. */
const MOST = 16_384;
const CORNER_NUMBERS = 4;

/**
 * Samples a path in space: a twentieth of its tightest bend apart, and at least sixteen places for each `fine` mm.
 * @throws RelayError frame-undefined
 */
export function rideAlong(path: MeasuredPath, rule: UpRule, fine: number): SpaceRide {
  const { length, closed } = path;
  const tightest = tightestBend(path)?.radius ?? Infinity;
  const count = Math.max(64, Math.min(MOST, Math.ceil(length / Math.min(fine / 16, tightest / 20))));
  const places = Float64Array.from({ length: count + 1 }, (_, i) => (length * i) / count);
  const { ups, lost } = upsAlong(path, places, rule);
  const data = new Float64Array((count + 1) * RIDE_NUMBERS);
  const read = pathReader(path);
  const at = newReading();
  for (let i = 0; i <= count; i++) {
    // The end of an open path is read on it, not beyond.
    read(i === count && !closed ? length : places[i], at);
    data.set([at[0], at[1], at[5], at[2], at[3], at[6]], RIDE_NUMBERS * i);
    data.set(ups.subarray(3 * i, 3 * i + 3), RIDE_NUMBERS * i + 6);
  }
  // A closed ride meets itself: its frame is spread so that it does, to rounding.
  if (closed) data.copyWithin(RIDE_NUMBERS * count, 0, RIDE_NUMBERS);
  const found = findCorners(path);
  const corners = new Float64Array(found.length * CORNER_NUMBERS);
  const cornerIn = new Int32Array(count).fill(-1);
  found.forEach(({ s }, i) => {
    read(s, at);
    corners.set([s, at[0], at[1], at[5]], CORNER_NUMBERS * i);
    cornerIn[Math.min(count - 1, Math.floor((s / length) * count))] = i;
  });
  return { length, closed, step: length / count, data, corners, cornerIn, lost };
}

/**
 * Reads a ride at arc length s: x, y, z, unit tangent, up (about of length one, and about square to it). Places come
 * from a cubic (Hermite) step between two entries, up as `readUps` tells it; on a corner the direction is midway between
 * its two sides. Open rides run on straight beyond their ends.
 */
export function readRide(ride: SpaceRide, s: number, out: Float64Array): void {
  const { length, closed, step, data } = ride;
  const u = within(ride, s);
  const k = Math.min(ride.cornerIn.length - 1, Math.floor(u / step));
  const t = u / step - k;
  const o = RIDE_NUMBERS * k;
  const n = o + RIDE_NUMBERS;
  const corner = ride.cornerIn[k];
  if (corner >= 0) {
    readNearCorner(ride, corner * CORNER_NUMBERS, o, u, out);
  } else {
    const t2 = t * t;
    const t3 = t2 * t;
    const h0 = 2 * t3 - 3 * t2 + 1;
    const h1 = 1 - h0;
    const g0 = (t3 - 2 * t2 + t) * step;
    const g1 = (t3 - t2) * step;
    out[0] = h0 * data[o] + h1 * data[n] + g0 * data[o + 3] + g1 * data[n + 3];
    out[1] = h0 * data[o + 1] + h1 * data[n + 1] + g0 * data[o + 4] + g1 * data[n + 4];
    out[2] = h0 * data[o + 2] + h1 * data[n + 2] + g0 * data[o + 5] + g1 * data[n + 5];
    const x = data[o + 3] + t * (data[n + 3] - data[o + 3]);
    const y = data[o + 4] + t * (data[n + 4] - data[o + 4]);
    const z = data[o + 5] + t * (data[n + 5] - data[o + 5]);
    const size = Math.sqrt(x * x + y * y + z * z) || 1;
    out[3] = x / size;
    out[4] = y / size;
    out[5] = z / size;
  }
  const over = closed ? 0 : s - Math.max(0, Math.min(length, s));
  if (over !== 0) for (let c = 0; c < 3; c++) out[c] += over * out[3 + c];
  readUp(ride, s, out);
}

/**
 * Reads up at many places of the path, three numbers each (about of length one): from a step through four entries
 * (Catmull and Rom), but straight beside corners. One loop for all of a row costs half of what as many calls do.
 * @param many how many of `places` are read
 * @param at where in `out` the first goes
 */
export function readUps(
  ride: SpaceRide,
  places: Float64Array,
  many: number,
  out: Float64Array,
  at = 0,
): void {
  const { length, closed, step, data, cornerIn } = ride;
  const last = cornerIn.length - 1;
  for (let i = 0, o = at; i < many; i++, o += 3) {
    const s = places[i];
    const u = (closed ? s - Math.floor(s / length) * length : Math.max(0, Math.min(length, s))) / step;
    const k = Math.max(0, Math.min(last, Math.floor(u)));
    const t = u - k;
    const before = k > 0 ? k - 1 : closed ? last : 0;
    const b = RIDE_NUMBERS * k + UP;
    const c = b + RIDE_NUMBERS;
    if (cornerIn[k] >= 0 || cornerIn[before] >= 0 || cornerIn[k < last ? k + 1 : last] >= 0) {
      out[o] = data[b] + t * (data[c] - data[b]);
      out[o + 1] = data[b + 1] + t * (data[c + 1] - data[b + 1]);
      out[o + 2] = data[b + 2] + t * (data[c + 2] - data[b + 2]);
      continue;
    }
    const a = RIDE_NUMBERS * before + UP;
    const d = RIDE_NUMBERS * (k < last ? k + 2 : closed ? 1 : last + 1) + UP;
    const t2 = t * t;
    const t3 = t2 * t;
    const w0 = (2 * t2 - t3 - t) / 2;
    const w1 = (3 * t3 - 5 * t2 + 2) / 2;
    const w2 = (4 * t2 - 3 * t3 + t) / 2;
    const w3 = (t3 - t2) / 2;
    out[o] = w0 * data[a] + w1 * data[b] + w2 * data[c] + w3 * data[d];
    out[o + 1] = w0 * data[a + 1] + w1 * data[b + 1] + w2 * data[c + 1] + w3 * data[d + 1];
    out[o + 2] = w0 * data[a + 2] + w1 * data[b + 2] + w2 * data[c + 2] + w3 * data[d + 2];
  }
}

/** Reads up at one place, into where it is among the numbers of a ride. */
export function readUp(ride: SpaceRide, s: number, out: Float64Array): void {
  onePlace[0] = s;
  readUps(ride, onePlace, 1, out, UP);
}

const onePlace = new Float64Array(1);

const within = ({ length, closed }: SpaceRide, s: number): number =>
  closed ? wrapInto(s, length) : Math.max(0, Math.min(length, s));

function readNearCorner(
  { length, corners, data }: SpaceRide,
  c: number,
  o: number,
  u: number,
  out: Float64Array,
): void {
  const off = u - corners[c];
  const n = o + RIDE_NUMBERS;
  const on = Math.abs(off) <= ON_CORNER * length;
  const side = off < 0 ? o : n;
  let size = 0;
  for (let i = 0; i < 3; i++) {
    out[3 + i] = on ? data[o + 3 + i] + data[n + 3 + i] : data[side + 3 + i];
    size += out[3 + i] * out[3 + i];
  }
  size = Math.sqrt(size) || 1;
  for (let i = 0; i < 3; i++) {
    out[3 + i] /= size;
    out[i] = corners[c + 1 + i] + (on ? 0 : off * out[3 + i]);
  }
}
