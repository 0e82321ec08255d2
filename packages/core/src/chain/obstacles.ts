import {
  findCorners,
  isArc,
  isStraight,
  newReading,
  pathReader,
  turnBetween,
  type MeasuredPath,
} from '../path';
import { wrapInto } from '../math';
import { chordStepper } from './next-hit';

/** A place that links of a given pitch cannot pass. */
export interface Obstacle {
  /** Arc length of its middle, mm, and where that is. */
  readonly s: number;
  readonly x: number;
  readonly y: number;
  /** All the turning that counts together there, radians, positive. */
  readonly turn: number;
  /** The tightest radius there, mm; 0 at a corner. */
  readonly radius: number;
  /** The least radius a bend of that turning needs for these links, mm. */
  readonly leastRadius: number;
}

interface Bend {
  readonly from: number;
  readonly to: number;
  readonly turn: number;
  readonly radius: number;
}

/** A right angle, with room for rounding: bends up to it pass whatever their radius. */
const RIGHT_ANGLE = Math.PI / 2 + 1e-9;

/**
 * The least radius that a single bend between long straights needs: any for a turning w up to
 * a right angle, c |cos w| / (1 + |cos w|) up to half a turn, c / 2 beyond.
 * @param turn radians, positive
 */
export function leastRadius(turn: number, chord: number): number {
  if (turn <= RIGHT_ANGLE) return 0;
  if (turn > Math.PI) return chord / 2;
  const k = Math.abs(Math.cos(turn));
  return (chord * k) / (1 + k);
}

/**
 * The places that stiff links of the given chord cannot pass, in the order of the path.
 *
 * Where there are no corners and every radius is over half the chord, there are none: the next
 * pin is then unique and moves steadily. Elsewhere bends closer together than one chord count
 * together. A single round bend or corner between long straights is judged by `leastRadius`;
 * anything else by running one link through: it passes where both its pins always move on
 * (the chord leans forward at both ends).
 */
export function findObstacles(path: MeasuredPath, chord: number): Obstacle[] {
  const bends = bendsOf(path);
  const tight = bends.filter((bend) => bend.radius < (chord / 2) * (1 + 1e-9));
  if (tight.length === 0) return [];
  const obstacles: Obstacle[] = [];
  const at = newReading();
  const read = pathReader(path);
  for (const group of groupBends(tight, path, chord)) {
    const from = group[0].from;
    const to = Math.max(...group.map((bend) => bend.to));
    const around = turningWithin(bends, path, from - chord, to + chord);
    if (around <= RIGHT_ANGLE) continue;
    const own = group.reduce((sum, bend) => sum + bend.turn, 0);
    const radius = Math.min(...group.map((bend) => bend.radius));
    const round = group.every(
      (bend, i) =>
        Math.abs(bend.radius - radius) <= 1e-9 * chord &&
        (i === 0 || (radius > 0 && bend.from - group[i - 1].to <= 1e-9 * chord)),
    );
    const single = round && around - own <= 1e-9;
    const passes = single
      ? radius > leastRadius(own, chord) || own <= RIGHT_ANGLE
      : linkRunsThrough(path, from, to, chord);
    if (passes) continue;
    const sharpest = group.reduce((a, b) =>
      b.radius < a.radius || (b.radius === a.radius && b.turn > a.turn) ? b : a,
    );
    const middle = single ? (from + to) / 2 : (sharpest.from + sharpest.to) / 2;
    const s = path.closed ? wrapInto(middle, path.length) : middle;
    read(s, at);
    obstacles.push({ s, x: at[0], y: at[1], turn: own, radius, leastRadius: leastRadius(around, chord) });
  }
  return obstacles;
}

/** All the turning of the bends between two places, each counted by the part that lies between. */
function turningWithin(bends: readonly Bend[], path: MeasuredPath, from: number, to: number): number {
  let sum = 0;
  const laps = path.closed ? [-1, 0, 1] : [0];
  for (const lap of laps) {
    const shift = lap * path.length;
    for (const bend of bends) {
      const a = Math.max(from, bend.from + shift);
      const b = Math.min(to, bend.to + shift);
      if (b < a) continue;
      const whole = bend.to - bend.from;
      sum += whole > 0 ? (bend.turn * (b - a)) / whole : bend.turn;
    }
  }
  return sum;
}

/** Corners and curved segments in order of arc length, with their turning. */
function bendsOf(path: MeasuredPath): Bend[] {
  const bends: Bend[] = findCorners(path).map(({ s, turn }) => ({
    from: s,
    to: s,
    turn: Math.abs(turn),
    radius: 0,
  }));
  const a = newReading();
  const b = newReading();
  const read = pathReader(path);
  for (let k = 0; k < path.kinds.length; k++) {
    if (isStraight(path.kinds[k])) continue;
    const from = path.starts[k];
    const to = path.starts[k + 1];
    if (isArc(path.kinds[k])) {
      read((from + to) / 2, a);
      const radius = 1 / Math.abs(a[4]);
      bends.push({ from, to, turn: (to - from) / radius, radius });
      continue;
    }
    read(from + (to - from) * 1e-6, a);
    read(to - (to - from) * 1e-6, b);
    const turn = Math.abs(turnBetween(a, b));
    const bend = Math.max(Math.abs(a[4]), Math.abs(b[4]));
    if (bend > 0) bends.push({ from, to, turn, radius: 1 / bend });
  }
  return bends.sort((p, q) => p.from - q.from || p.to - q.to);
}

/** Bends with less than one chord of path between them, together; round the closing place too. */
function groupBends(bends: readonly Bend[], path: MeasuredPath, chord: number): Bend[][] {
  const groups: Bend[][] = [];
  for (const bend of bends) {
    const group = groups.at(-1);
    const last = group?.at(-1);
    if (group && last && bend.from - last.to < chord) group.push(bend);
    else groups.push([bend]);
  }
  if (path.closed && groups.length > 1) {
    const first = groups[0];
    const last = groups[groups.length - 1];
    if (first[0].from + path.length - last[last.length - 1].to < chord) {
      groups.shift();
      last.push(
        ...first.map((bend) => ({ ...bend, from: bend.from + path.length, to: bend.to + path.length })),
      );
    }
  }
  return groups;
}

const SAMPLES_PER_CHORD = 64;
const MOST_SAMPLES = 40_000;

/** Runs one link through a group of bends: true where both its pins move forward all the way. */
function linkRunsThrough(path: MeasuredPath, first: number, last: number, chord: number): boolean {
  const read = pathReader(path);
  const step = chordStepper(read);
  const a = newReading();
  const b = newReading();
  let from = first - 1.5 * chord;
  let to = last + 0.1 * chord;
  if (!path.closed) {
    from = Math.max(0, from);
    to = Math.min(path.length, to);
  } else if (to - from > path.length) {
    to = from + path.length;
  }
  const samples = Math.min(MOST_SAMPLES, Math.ceil(((to - from) / chord) * SAMPLES_PER_CHORD));
  let before: number | null = null;
  for (let i = 0; i <= samples; i++) {
    const s = from + ((to - from) * i) / samples;
    const next = step(s, chord, 4 * chord);
    if (next === null) return false;
    read(s, a);
    read(next, b);
    const dx = b[0] - a[0];
    const dy = b[1] - a[1];
    const dz = b[5] - a[5];
    const leans = (at: Float64Array): boolean => dx * at[2] + dy * at[3] + dz * at[6] > 0;
    if (!leans(a) || !leans(b)) return false;
    if (before !== null && next - before > chord) return false;
    before = next;
  }
  return true;
}
