import { wrapInto } from '../math';
import { findCorners, newReading, pathReader, tightestBend, type MeasuredPath } from '../path';

/**
 * A path as a table of places and directions at even steps: reading it costs a few
 * multiplications, so that pieces can ride on it while they are drawn.
 */
export interface SampledPath {
  readonly length: number;
  readonly closed: boolean;
  /** Distance of two places of the table, mm. */
  readonly step: number;
  /** x, y, unit tangent x, y of each place; one more than there are steps. */
  readonly data: Float64Array;
  /** Corners: arc length, x, y, and the direction midway between the way in and the way out. */
  readonly corners: Float64Array;
  /** For every step the number of the corner in it; −1 for none. */
  readonly cornerIn: Int32Array;
}

/** A place this near to a corner, as a part of the length, is on it. */
const ON_CORNER = 1e-8;

/** Places of a table at the most. */
const MOST = 16_384;

/** Samples a path: a twentieth of its tightest bend apart, and at least sixteen for each `fine` mm. */
export function samplePath(path: MeasuredPath, fine: number): SampledPath {
  const tightest = tightestBend(path)?.radius ?? Infinity;
  const step = Math.min(fine / 16, tightest / 20);
  const count = Math.max(64, Math.min(MOST, Math.ceil(path.length / step)));
  const data = new Float64Array((count + 1) * 4);
  const read = pathReader(path);
  const at = newReading();
  for (let i = 0; i <= count; i++) {
    // The end of an open path is read on it, not beyond.
    read(i === count && !path.closed ? path.length : (path.length * i) / count, at);
    for (let c = 0; c < 4; c++) data[4 * i + c] = at[c];
  }
  return {
    length: path.length,
    closed: path.closed,
    step: path.length / count,
    data,
    ...cornersOf(path, count),
  };
}

function cornersOf(path: MeasuredPath, count: number): Pick<SampledPath, 'corners' | 'cornerIn'> {
  const found = findCorners(path);
  const corners = new Float64Array(found.length * 5);
  const cornerIn = new Int32Array(count).fill(-1);
  const at = newReading();
  const read = pathReader(path);
  found.forEach(({ s, x, y, turn }, i) => {
    // Right after a corner the path runs its way out; half the turn back is midway (SVG 2, 13.7).
    read(s + ON_CORNER * path.length, at);
    const angle = Math.atan2(at[3], at[2]) - turn / 2;
    corners.set([s, x, y, Math.cos(angle), Math.sin(angle)], 5 * i);
    cornerIn[Math.min(count - 1, Math.floor((s / path.length) * count))] = i;
  });
  return { corners, cornerIn };
}

/**
 * Reads a sampled path at arc length s: x, y, unit tangent x, y. Places come from a cubic (Hermite) step
 * between two entries, directions from a straight one, taken to length 1. On a corner the
 * direction is midway between its two sides; beside it each side keeps its own. Open sampled paths run on
 * straight beyond their ends.
 */
export function readSampledPath(sampled: SampledPath, s: number, out: Float64Array): void {
  const { length, closed, step, data } = sampled;
  let u = closed ? wrapInto(s, length) : s;
  let over = 0;
  if (!closed) {
    if (u < 0) {
      over = u;
      u = 0;
    } else if (u > length) {
      over = u - length;
      u = length;
    }
  }
  const last = data.length / 4 - 2;
  let k = Math.floor(u / step);
  if (k > last) k = last;
  const t = u / step - k;
  const o = 4 * k;
  const corner = sampled.cornerIn[k];
  if (corner >= 0) {
    readNearCorner(sampled, 5 * corner, o, u, out);
    return;
  }
  const t2 = t * t;
  const t3 = t2 * t;
  const h0 = 2 * t3 - 3 * t2 + 1;
  const h1 = 1 - h0;
  const g0 = (t3 - 2 * t2 + t) * step;
  const g1 = (t3 - t2) * step;
  let tx = data[o + 2] + t * (data[o + 6] - data[o + 2]);
  let ty = data[o + 3] + t * (data[o + 7] - data[o + 3]);
  const size = Math.sqrt(tx * tx + ty * ty) || 1;
  tx /= size;
  ty /= size;
  out[0] = h0 * data[o] + h1 * data[o + 4] + g0 * data[o + 2] + g1 * data[o + 6] + over * tx;
  out[1] = h0 * data[o + 1] + h1 * data[o + 5] + g0 * data[o + 3] + g1 * data[o + 7] + over * ty;
  out[2] = tx;
  out[3] = ty;
}

function readNearCorner(
  { length, corners, data }: SampledPath,
  c: number,
  o: number,
  u: number,
  out: Float64Array,
): void {
  const off = u - corners[c];
  out[0] = corners[c + 1];
  out[1] = corners[c + 2];
  if (Math.abs(off) <= ON_CORNER * length) {
    out[2] = corners[c + 3];
    out[3] = corners[c + 4];
    return;
  }
  const side = off < 0 ? o : o + 4;
  out[2] = data[side + 2];
  out[3] = data[side + 3];
  out[0] += off * out[2];
  out[1] += off * out[3];
}
