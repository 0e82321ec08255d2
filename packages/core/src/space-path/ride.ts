import { wrapInto } from '../math';
import { findCorners, newReading, pathReader, tightestBend, type MeasuredPath } from '../path';
import type { UpRule } from './up-rule';
import { upsAlong, type Uprights } from './upright';

/** Numbers of a place of a ride: x, y, z, unit tangent, unit vector up. */
export const RIDE_NUMBERS = 9;

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
 * from a cubic (Hermite) step between two entries, up from one through four (Catmull and Rom), but straight beside
 * corners; on a corner the direction is midway between its two sides. Open rides run on straight beyond their ends.
 */
export function readRide(ride: SpaceRide, s: number, out: Float64Array): void {
  const { length, closed, step, data } = ride;
  let u = closed ? wrapInto(s, length) : s;
  let over = 0;
  if (!closed) {
    const inside = Math.max(0, Math.min(length, u));
    over = u - inside;
    u = inside;
  }
  const last = data.length / RIDE_NUMBERS - 2;
  const k = Math.min(last, Math.floor(u / step));
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
    const g0 = (t3 - 2 * t2 + t) * step;
    const g1 = (t3 - t2) * step;
    for (let c = 0; c < 3; c++) {
      out[c] = h0 * data[o + c] + (1 - h0) * data[n + c] + g0 * data[o + 3 + c] + g1 * data[n + 3 + c];
      out[3 + c] = data[o + 3 + c] + t * (data[n + 3 + c] - data[o + 3 + c]);
    }
    const size = Math.sqrt(out[3] * out[3] + out[4] * out[4] + out[5] * out[5]) || 1;
    for (let c = 3; c < 6; c++) out[c] /= size;
  }
  for (let c = 0; c < 3; c++) out[c] += over * out[3 + c];
  readUp(ride, k, last, t, out);
}

function readUp(
  { data, closed, cornerIn }: SpaceRide,
  k: number,
  last: number,
  t: number,
  out: Float64Array,
): void {
  const before = k > 0 ? k - 1 : closed ? last : 0;
  const after = k < last ? k + 2 : closed ? 1 : last + 1;
  const straight = cornerIn[k] >= 0 || cornerIn[before] >= 0 || cornerIn[Math.min(last, k + 1)] >= 0;
  const [t2, t3] = [t * t, t * t * t];
  const w0 = straight ? 0 : (-t3 + 2 * t2 - t) / 2;
  const w1 = straight ? 1 - t : (3 * t3 - 5 * t2 + 2) / 2;
  const w2 = straight ? t : (-3 * t3 + 4 * t2 + t) / 2;
  const w3 = straight ? 0 : (t3 - t2) / 2;
  for (let c = 6; c < RIDE_NUMBERS; c++) {
    const at = (i: number): number => data[RIDE_NUMBERS * i + c];
    out[c] = w0 * at(before) + w1 * at(k) + w2 * at(k + 1) + w3 * at(after);
  }
}

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
