import Flatbush from 'flatbush';
import { isSpatial, type MeasuredPath } from './measured';
import { newReading, pathReader } from './reader';

/** Two parts of a path that come nearer to each other than what runs on it is wide. */
export interface Approach {
  /** The two places, arc lengths in mm, the first before the second. */
  readonly s: readonly [number, number];
  readonly x: number;
  readonly y: number;
  /** The least distance between the two parts there, mm; 0 where they cross. */
  readonly distance: number;
}

/** Most samples of a path: longer paths are sampled more coarsely. */
const MOST_SAMPLES = 40_000;
const MOST_APPROACHES = 200;
/** Moves of one search for the nearest pair of places, and what each has to gain, of its step. */
const MOST_MOVES = 2_000;
const GAIN = 1e-3;

/**
 * Where a path comes closer to itself than a width. Places count as of two parts when the path
 * between them is longer than a half turn of that width (π / 2 widths): nearer along the path
 * they are neighbours on a bend.
 * @param width mm
 */
export function closeApproaches(path: MeasuredPath, width: number): Approach[] {
  if (!(width > 0)) return [];
  const { length, closed } = path;
  const read = pathReader(path);
  const at = newReading();
  const count = Math.min(MOST_SAMPLES, Math.max(8, Math.ceil((length / width) * 4)));
  const step = length / count;
  const xy = new Float64Array(2 * count);
  // What lies over each other in plan is apart where it is at different heights.
  const rises = isSpatial(path) ? new Float64Array(count) : null;
  const index = new Flatbush(count);
  for (let i = 0; i < count; i++) {
    read((i + 0.5) * step, at);
    xy[2 * i] = at[0];
    xy[2 * i + 1] = at[1];
    if (rises) rises[i] = at[5];
    index.add(at[0], at[1], at[0], at[1]);
  }
  index.finish();
  const apart = (Math.PI / 2) * width * 1.02;
  const along = (i: number, j: number): number => {
    const d = Math.abs(i - j) * step;
    return closed ? Math.min(d, length - d) : d;
  };
  const reach = width + step;
  const gap3 = (x: number, y: number, i: number, k: number): number => {
    const flat = Math.hypot(xy[2 * k] - x, xy[2 * k + 1] - y);
    return rises ? Math.hypot(flat, rises[k] - rises[i]) : flat;
  };
  const nearest = new Int32Array(count).fill(-1);
  const least = new Float64Array(count).fill(Infinity);
  for (let i = 0; i < count; i++) {
    const x = xy[2 * i];
    const y = xy[2 * i + 1];
    // Only the nearest one is asked for: where many parts lie over each other all of them are near.
    const [j] = index.neighbors(x, y, 1, reach, (k) => along(i, k) > apart && gap3(x, y, i, k) < reach);
    if (j === undefined) continue;
    least[i] = gap3(x, y, i, j);
    nearest[i] = j;
  }
  const found: Approach[] = [];
  // Samples in a row that are close to something are one approach, and so is its other side.
  const taken = new Uint8Array(count);
  // Round a closed path rows go over the closing place, so that the count begins outside of one.
  const first = closed ? Math.max(0, nearest.indexOf(-1)) : 0;
  const sample = (k: number): number => (first + k) % count;
  for (let i = 0; i < count && found.length < MOST_APPROACHES; i++) {
    if (nearest[sample(i)] < 0 || taken[sample(i)]) continue;
    let best = sample(i);
    let end = i;
    for (; end < count && nearest[sample(end)] >= 0; end++) {
      if (least[sample(end)] < least[best]) best = sample(end);
      taken[sample(end)] = 1;
    }
    for (let k = i; k < end; k++) takeAround(nearest[sample(k)]);
    const close = refine((best + 0.5) * step, (nearest[best] + 0.5) * step);
    if (close.distance < width * (1 - 1e-9) && !spreads(close)) found.push(close);
  }
  return found.sort((a, b) => a.distance - b.distance);

  /** The other side of an approach, with the samples beside it that belong to the same one. */
  function takeAround(k: number): void {
    for (const way of [1, -1]) {
      for (let m = k, n = 0; n < count; n++, m += way) {
        const at = closed ? (m + count) % count : m;
        if (at < 0 || at >= count || nearest[at] < 0 || (taken[at] && n > 0)) break;
        taken[at] = 1;
      }
    }
  }

  /** Two legs that part from one corner or tight bend are no two parts of the path: nearer along it they are nearer still. */
  function spreads({ s: [s, t], distance }: Approach): boolean {
    const between = t - s;
    const round = closed && length - between < between;
    const beside = round ? length - between : between;
    if (beside > apart * 1.01 + step) return false;
    const out = (round ? -1 : 1) * step;
    const a = newReading();
    read(s - out, a);
    const [x, y, z] = [a[0], a[1], a[5]];
    read(t + out, a);
    return Math.hypot(a[0] - x, a[1] - y, a[5] - z) > distance + 0.05 * step;
  }

  /** Goes down to the nearest pair of places around two samples by shrinking steps. */
  function refine(s0: number, t0: number): Approach {
    const a = newReading();
    const b = newReading();
    const gap = (s: number, t: number): number => {
      read(s, a);
      read(t, b);
      const flat = Math.hypot(a[0] - b[0], a[1] - b[1]);
      return rises ? Math.hypot(flat, a[5] - b[5]) : flat;
    };
    let s = s0;
    let t = t0;
    let best = gap(s, t);
    let moves = 0;
    for (let h = step; h > 1e-10 * length && best > 0 && moves < MOST_MOVES;) {
      let moved = false;
      for (const [ds, dt] of [
        [h, 0],
        [-h, 0],
        [0, h],
        [0, -h],
        [h, h],
        [h, -h],
        [-h, h],
        [-h, -h],
      ]) {
        const far = Math.abs(s + ds - t - dt);
        if ((closed ? Math.min(far, length - far) : far) <= apart) continue;
        if (!closed && !(s + ds >= 0 && s + ds <= length && t + dt >= 0 && t + dt <= length)) continue;
        const d = gap(s + ds, t + dt);
        // Only what gains a fair part of the step is a move: there is no creeping along a valley.
        if (d < best - GAIN * h) {
          moves++;
          best = d;
          s += ds;
          t += dt;
          moved = true;
          break;
        }
      }
      if (!moved) h /= 2;
    }
    read(s, a);
    const wrap = (value: number): number => (closed ? ((value % length) + length) % length : value);
    const pair = [wrap(s), wrap(t)].sort((p, q) => p - q);
    return { s: [pair[0], pair[1]], x: a[0], y: a[1], distance: best < 1e-9 * length ? 0 : best };
  }
}
