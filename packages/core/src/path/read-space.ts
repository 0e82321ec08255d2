import { RISE_STRIDE, SEGMENT, SEGMENT_STRIDE, type MeasuredPath } from './measured';

/** Reads a segment of a path in space at a distance u from its start, mm. */
type SpaceReader = (k: number, u: number, out: Float64Array) => void;

/** What is lost in a sum of a few products, as a part of the largest of them. */
const LOST = 16 * Number.EPSILON;

/** @param readerOf makes the reader of the path that a raised one stands over */
export function spaceReader(
  path: MeasuredPath,
  readerOf: (under: MeasuredPath) => (s: number, out: Float64Array) => void,
): SpaceReader {
  const { kinds, data, rise, under } = path;
  const below = under ? readerOf(under) : null;
  const flat = new Float64Array(7);
  return (k, u, out) => {
    const o = k * SEGMENT_STRIDE;
    switch (kinds[k]) {
      case SEGMENT.spaceLine:
        readLine(data, o, u, out);
        return;
      case SEGMENT.spaceArc:
        readArc(data, o, u, out);
        return;
      case SEGMENT.spaceCubic:
        if (rise) readCubic(data, o, rise, k * RISE_STRIDE, u, out);
        return;
      case SEGMENT.helix:
        readHelix(data, o, u, out);
        return;
      default:
        if (!below) return;
        below(polynomial(data, o, u), flat);
        readRaised(data, o, u, flat, out);
    }
  };
}

export const polynomial = (d: Float64Array, o: number, u: number): number =>
  ((((d[o + 5] * u + d[o + 4]) * u + d[o + 3]) * u + d[o + 2]) * u + d[o + 1]) * u + d[o];

function readLine(d: Float64Array, o: number, u: number, out: Float64Array): void {
  out[2] = d[o + 3];
  out[3] = d[o + 4];
  out[6] = d[o + 5];
  out[0] = d[o] + u * out[2];
  out[1] = d[o + 1] + u * out[3];
  out[5] = d[o + 2] + u * out[6];
  out[4] = 0;
}

function readArc(d: Float64Array, o: number, u: number, out: Float64Array): void {
  const r = d[o + 9];
  const c = Math.cos(u / r);
  const s = Math.sin(u / r);
  out[0] = d[o] + r * (c * d[o + 3] + s * d[o + 6]);
  out[1] = d[o + 1] + r * (c * d[o + 4] + s * d[o + 7]);
  out[5] = d[o + 2] + r * (c * d[o + 5] + s * d[o + 8]);
  out[2] = c * d[o + 6] - s * d[o + 3];
  out[3] = c * d[o + 7] - s * d[o + 4];
  out[6] = c * d[o + 8] - s * d[o + 5];
  out[4] = 1 / r;
}

/** Where it stands still it goes on the way its second derivative points, or its third, as in the plane. */
function readCubic(
  d: Float64Array,
  o: number,
  rise: Float64Array,
  q: number,
  u: number,
  out: Float64Array,
): void {
  const beyond = polynomial(d, o, u);
  // A hair beyond an end at which it stands still it would run back.
  const t = beyond < 0 ? 0 : beyond > 1 ? 1 : beyond;
  const a = [d[o + 6], d[o + 7], rise[q]];
  const b = [d[o + 8], d[o + 9], rise[q + 1]];
  const c = [d[o + 10], d[o + 11], rise[q + 2]];
  const p0 = [d[o + 12], d[o + 13], rise[q + 3]];
  let v: number[] = [0, 0, 0];
  const w: number[] = [0, 0, 0];
  let lost = 0;
  const p: number[] = [0, 0, 0];
  for (let i = 0; i < 3; i++) {
    p[i] = ((a[i] * t + b[i]) * t + c[i]) * t + p0[i];
    v[i] = (3 * a[i] * t + 2 * b[i]) * t + c[i];
    w[i] = 6 * a[i] * t + 2 * b[i];
    lost += LOST * (3 * Math.abs(a[i]) + 2 * Math.abs(b[i]) + Math.abs(c[i]) + Math.abs(p0[i]));
  }
  let speed = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  const force = Math.sqrt(w[0] * w[0] + w[1] * w[1] + w[2] * w[2]);
  if (speed > lost) {
    const x = v[1] * w[2] - v[2] * w[1];
    const y = v[2] * w[0] - v[0] * w[2];
    const z = v[0] * w[1] - v[1] * w[0];
    const cross = Math.sqrt(x * x + y * y + z * z);
    out[4] = cross > lost * (speed + force) ? cross / (speed * speed * speed) : 0;
  } else {
    const onward = t < 0.5 ? 1 : -1;
    v = force > lost ? w.map((value) => onward * value) : a;
    speed = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    out[4] = 0;
  }
  out[0] = p[0];
  out[1] = p[1];
  out[5] = p[2];
  out[2] = v[0] / speed;
  out[3] = v[1] / speed;
  out[6] = v[2] / speed;
}

function readHelix(d: Float64Array, o: number, u: number, out: Float64Array): void {
  const turn = polynomial(d, o, u);
  const sense = d[o + 13];
  const [grows, rises] = [d[o + 10], d[o + 11]];
  const radius = d[o + 9] + grows * turn;
  const angle = d[o + 12] + sense * turn;
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  out[0] = d[o + 6] + radius * c;
  out[1] = d[o + 7] + radius * s;
  out[5] = d[o + 8] + rises * turn;
  const across = sense * radius;
  const vx = grows * c - across * s;
  const vy = grows * s + across * c;
  const wx = -2 * grows * sense * s - radius * c;
  const wy = 2 * grows * sense * c - radius * s;
  const v2 = vx * vx + vy * vy + rises * rises;
  const v = Math.sqrt(v2);
  out[2] = vx / v;
  out[3] = vy / v;
  out[6] = rises / v;
  const flat = vx * wy - vy * wx;
  out[4] = Math.sqrt(rises * rises * (wx * wx + wy * wy) + flat * flat) / (v2 * v);
}

/** Curvature as of a plan and a profile over it: κ² = κ_plan² cos⁴ φ + (h'' cos³ φ)², tan φ = h'. */
function readRaised(d: Float64Array, o: number, u: number, flat: Float64Array, out: Float64Array): void {
  const along = polynomial(d, o, u) - d[o + 6];
  const [a, b, c] = [d[o + 7], d[o + 8], d[o + 9]];
  const slope = (3 * a * along + 2 * b) * along + c;
  const cos2 = 1 / (1 + slope * slope);
  const cos = Math.sqrt(cos2);
  out[0] = flat[0];
  out[1] = flat[1];
  out[5] = ((a * along + b) * along + c) * along + d[o + 10];
  out[2] = flat[2] * cos;
  out[3] = flat[3] * cos;
  out[6] = slope * cos;
  const plan = flat[4] * cos2;
  const profile = (6 * a * along + 2 * b) * cos2 * cos;
  out[4] = Math.sqrt(plan * plan + profile * profile);
}
