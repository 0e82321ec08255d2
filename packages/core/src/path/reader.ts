import { wrapInto } from '../math';
import { isSpatial, SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';
import { spaceReader } from './read-space';

/**
 * Where a reading is written: x, y, unit tangent x, y, signed curvature (1/mm, to the left positive), then z and the z of
 * the unit tangent. Paths in the plane leave the last two as they are, zero; the curvature of paths in space has no sign.
 */
export type Reading = Float64Array;
export const newReading = (): Reading => new Float64Array(7);

/** Reads a path at arc length s. Closed paths wrap round; open ones run on straight beyond their ends. */
export type PathReader = (s: number, out: Reading) => void;

/** Makes a reader. It remembers the segment it was in last, so that neighbouring readings are quick. */
export function pathReader(path: MeasuredPath): PathReader {
  // Two of them: what is in the plane is not to pay for what is not.
  if (isSpatial(path)) return readerInSpace(path);
  const { starts, kinds, data, length, closed } = path;
  const count = kinds.length;
  let k = 0;
  return (s, out) => {
    let u = closed ? (s >= 0 && s < length ? s : wrapInto(s, length)) : s < 0 ? 0 : s > length ? length : s;
    if (u < starts[k] || u > starts[k + 1]) {
      if (k + 1 < count && u > starts[k + 1] && u <= starts[k + 2]) k++;
      else k = segmentAt(starts, u);
    }
    const over = closed ? 0 : s - u;
    u -= starts[k];
    readSegment(kinds[k], data, k * SEGMENT_STRIDE, u, out);
    if (over !== 0) {
      out[0] += over * out[2];
      out[1] += over * out[3];
      out[4] = 0;
    }
  };
}

function readerInSpace(path: MeasuredPath): PathReader {
  const { starts, length, closed } = path;
  const read = spaceReader(path, pathReader);
  let k = 0;
  return (s, out) => {
    const u = closed ? wrapInto(s, length) : Math.max(0, Math.min(length, s));
    if (u < starts[k] || u > starts[k + 1]) k = segmentAt(starts, u);
    read(k, u - starts[k], out);
    const over = closed ? 0 : s - u;
    if (over === 0) return;
    out[0] += over * out[2];
    out[1] += over * out[3];
    out[5] += over * out[6];
    out[4] = 0;
  };
}

/** The segment that holds s: the last one whose start is not beyond it. */
export function segmentAt(starts: Float64Array, s: number): number {
  let lo = 0;
  let hi = starts.length - 2;
  while (lo < hi) {
    const mid = (lo + hi + 1) >> 1;
    if (starts[mid] <= s) lo = mid;
    else hi = mid - 1;
  }
  return lo;
}

function readCatenary(d: Float64Array, o: number, u: number, out: Reading): void {
  const a = d[o + 2];
  const ct = d[o + 3];
  const st = d[o + 4];
  const sense = d[o + 6];
  const q = (d[o + 5] + sense * u) / a;
  const root = Math.sqrt(1 + q * q);
  const x = a * Math.asinh(q);
  const y = (a * q * q) / (1 + root);
  out[0] = d[o] + ct * x - st * y;
  out[1] = d[o + 1] + st * x + ct * y;
  const tx = sense / root;
  const ty = (sense * q) / root;
  out[2] = ct * tx - st * ty;
  out[3] = st * tx + ct * ty;
  out[4] = sense / (a * root * root);
}

/** What is lost in a sum of a few products, as a part of the largest of them. */
const LOST = 16 * Number.EPSILON;

/**
 * A cubic. Where it stands still, as at an end whose handle has no length, it goes on the way its
 * second derivative points, or its third (l'Hôpital); what its curvature is there cannot be said, and
 * where it is less than what rounding makes of a straight line it is none.
 */
function readCubic(d: Float64Array, o: number, u: number, out: Reading): void {
  const beyond = ((((d[o + 5] * u + d[o + 4]) * u + d[o + 3]) * u + d[o + 2]) * u + d[o + 1]) * u + d[o];
  // A hair beyond an end at which it stands still it would run back.
  const t = beyond < 0 ? 0 : beyond > 1 ? 1 : beyond;
  const ax = d[o + 6];
  const ay = d[o + 7];
  const bx = d[o + 8];
  const by = d[o + 9];
  const cx = d[o + 10];
  const cy = d[o + 11];
  out[0] = ((ax * t + bx) * t + cx) * t + d[o + 12];
  out[1] = ((ay * t + by) * t + cy) * t + d[o + 13];
  let vx = (3 * ax * t + 2 * bx) * t + cx;
  let vy = (3 * ay * t + 2 * by) * t + cy;
  const wx = 6 * ax * t + 2 * bx;
  const wy = 6 * ay * t + 2 * by;
  const lost =
    LOST *
    (3 * (Math.abs(ax) + Math.abs(ay)) +
      2 * (Math.abs(bx) + Math.abs(by)) +
      Math.abs(cx) +
      Math.abs(cy) +
      Math.abs(d[o + 12]) +
      Math.abs(d[o + 13]));
  let v = Math.sqrt(vx * vx + vy * vy);
  const w = Math.sqrt(wx * wx + wy * wy);
  const cross = vx * wy - vy * wx;
  if (v > lost) {
    out[4] = Math.abs(cross) > lost * (v + w) ? cross / (v * v * v) : 0;
  } else {
    const onward = t < 0.5 ? 1 : -1;
    [vx, vy] = w > lost ? [onward * wx, onward * wy] : [ax, ay];
    v = Math.sqrt(vx * vx + vy * vy);
    out[4] = 0;
  }
  out[2] = vx / v;
  out[3] = vy / v;
}

/** Reads one segment at a distance u from its start, mm: its numbers are d[o …]. */
export function readSegment(kind: number, d: Float64Array, o: number, u: number, out: Reading): void {
  if (kind === SEGMENT.line) {
    out[2] = d[o + 2];
    out[3] = d[o + 3];
    out[0] = d[o] + u * out[2];
    out[1] = d[o + 1] + u * out[3];
    out[4] = 0;
    return;
  }
  if (kind === SEGMENT.arc) {
    const r = d[o + 2];
    const sense = d[o + 4];
    const angle = d[o + 3] + (sense * u) / r;
    const c = Math.cos(angle);
    const s = Math.sin(angle);
    out[0] = d[o] + r * c;
    out[1] = d[o + 1] + r * s;
    out[2] = -sense * s;
    out[3] = sense * c;
    out[4] = sense / r;
    return;
  }
  if (kind === SEGMENT.catenary) {
    readCatenary(d, o, u, out);
    return;
  }
  if (kind === SEGMENT.cubic) {
    readCubic(d, o, u, out);
    return;
  }
  const t = ((((d[o + 5] * u + d[o + 4]) * u + d[o + 3]) * u + d[o + 2]) * u + d[o + 1]) * u + d[o];
  // An ellipse.
  const c = Math.cos(t);
  const s = Math.sin(t);
  const px = d[o + 8] * c;
  const py = d[o + 9] * s;
  const qx = -d[o + 8] * s;
  const qy = d[o + 9] * c;
  const ct = d[o + 10];
  const st = d[o + 11];
  const sense = d[o + 12];
  out[0] = d[o + 6] + ct * px - st * py;
  out[1] = d[o + 7] + st * px + ct * py;
  const vx = sense * (ct * qx - st * qy);
  const vy = sense * (st * qx + ct * qy);
  const wx = -(ct * px - st * py);
  const wy = -(st * px + ct * py);
  const v2 = vx * vx + vy * vy;
  const v = Math.sqrt(v2);
  out[2] = vx / v;
  out[3] = vy / v;
  out[4] = (vx * wy - vy * wx) / (v2 * v);
}
