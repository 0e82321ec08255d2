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
  // Number by number: a row in space is solved with tens of thousands of these.
  const ax = d[o + 6];
  const ay = d[o + 7];
  const az = rise[q];
  const bx = d[o + 8];
  const by = d[o + 9];
  const bz = rise[q + 1];
  const cx = d[o + 10];
  const cy = d[o + 11];
  const cz = rise[q + 2];
  const px = d[o + 12];
  const py = d[o + 13];
  const pz = rise[q + 3];
  let vx = (3 * ax * t + 2 * bx) * t + cx;
  let vy = (3 * ay * t + 2 * by) * t + cy;
  let vz = (3 * az * t + 2 * bz) * t + cz;
  const wx = 6 * ax * t + 2 * bx;
  const wy = 6 * ay * t + 2 * by;
  const wz = 6 * az * t + 2 * bz;
  const lost =
    LOST * (3 * Math.abs(ax) + 2 * Math.abs(bx) + Math.abs(cx) + Math.abs(px)) +
    LOST * (3 * Math.abs(ay) + 2 * Math.abs(by) + Math.abs(cy) + Math.abs(py)) +
    LOST * (3 * Math.abs(az) + 2 * Math.abs(bz) + Math.abs(cz) + Math.abs(pz));
  let speed = Math.sqrt(vx * vx + vy * vy + vz * vz);
  const force = Math.sqrt(wx * wx + wy * wy + wz * wz);
  if (speed > lost) {
    const x = vy * wz - vz * wy;
    const y = vz * wx - vx * wz;
    const z = vx * wy - vy * wx;
    const cross = Math.sqrt(x * x + y * y + z * z);
    out[4] = cross > lost * (speed + force) ? cross / (speed * speed * speed) : 0;
  } else {
    const onward = t < 0.5 ? 1 : -1;
    [vx, vy, vz] = force > lost ? [onward * wx, onward * wy, onward * wz] : [ax, ay, az];
    speed = Math.sqrt(vx * vx + vy * vy + vz * vz);
    out[4] = 0;
  }
  out[0] = ((ax * t + bx) * t + cx) * t + px;
  out[1] = ((ay * t + by) * t + cy) * t + py;
  out[5] = ((az * t + bz) * t + cz) * t + pz;
  out[2] = vx / speed;
  out[3] = vy / speed;
  out[6] = vz / speed;
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
