import { RelayError } from '../error';
import { LIMITS } from '../limits';
import { add3, cross3, dot3, length3, scale3, sub3, type Vec3 } from '../math';
import { newReading, pathReader, type MeasuredPath } from '../path';
import { holonomy, leastTwist, type SpaceContour, type SpaceCubic } from '../space-path';
import { shapingAlong } from '../band/shaping';
import type { Hand } from './whole-lays';

/** Pieces that one turn is made of: a cubic that turns by an angle θ strays by θ⁴ / 384 of its radius, here 8e-7. */
const PER_TURN = 48;
/** A curve of the axis is followed in pieces that turn by as little. */
const MOST_BEND = (2 * Math.PI) / PER_TURN;
/** Ways at both sides of a place that differ by more than this are those of a corner, radians. */
const CORNER = 0.1;
/** Turns of one line about another at the most. */
export const MOST_WINDINGS = 1_000;
/** Laps of a closed path after which a line that winds round it has to meet itself, at the most. */
export const MOST_LAPS = 36;

/** How far a line is from the path it winds round, and how far it is turned there besides. */
export interface WindingStation {
  /** Arc length of the path it winds round, mm. */
  readonly s: number;
  /** mm. */
  readonly radius: number;
  /** Radians. */
  readonly turn: number;
}

/** A line that winds round a path. */
export interface Winding {
  /** Round it at one distance, or crossing to and fro before and behind it as the strands of a plait do. */
  readonly figure: 'round' | 'plait';
  /** From the middle of the path, mm; of a plait how far it goes to either side. */
  readonly radius: number;
  /** Of a plait: how far it goes before and behind the path, mm. */
  readonly depth: number;
  /** Turns along the whole path; of a plait how often it goes to and fro. */
  readonly turns: number;
  readonly hand: Hand;
  /** Where it begins: 0 on top of the path, radians. */
  readonly phase: number;
  /** Where its distance changes along the path. */
  readonly stations: readonly WindingStation[];
  readonly smooth: boolean;
}

/** A line wound round a path. */
export interface Wound {
  readonly contour: SpaceContour;
  /** Laps of a closed path after which it meets itself; 1 of an open one. */
  readonly laps: number;
  /** Where the pieces of the contour begin, away from the path: unit vectors, x, y, z in turn; of the end of an open one too. */
  readonly outward: Float64Array;
  /**
   * At the same places: how far it lies over the path (along z) as a part of how far it is from it there, 1 on top of one
   * that lies flat; of a plait as a part of how far before that it goes.
   */
  readonly over: Float64Array;
  /** Where these are along the path, mm. */
  readonly along: Float64Array;
}

/** Turns typed to four decimals are the part of a turn that they are nearest to. */
const TYPED = 5e-5;
/** Turns that are offered in place of some that never meet have so many parts at the most. */
const OFFERED_PARTS = 9;

/** Turns round a closed path with which a line meets itself, and after how many laps. */
export interface MeetingTurns {
  readonly turns: number;
  readonly laps: number;
}

/**
 * The turns in a lap with which a line meets itself that some stand for, and after how many laps: twelve and a third of a
 * turn take three.
 * @throws RelayError winding-invalid where that takes more laps than are gone round
 */
export function meetingTurns(turns: number): MeetingTurns {
  for (let laps = 1; laps <= MOST_LAPS; laps++) {
    const near = Math.round(turns * laps) / laps;
    if (near > 0 && Math.abs(turns - near) <= TYPED) return { turns: near, laps };
  }
  const parts = Array.from({ length: OFFERED_PARTS }, (_, i) => Math.round(turns * (i + 1)) / (i + 1));
  const near = parts.reduce((best, each) => (Math.abs(each - turns) < Math.abs(best - turns) ? each : best));
  throw new RelayError(
    'winding-invalid',
    `Round a closed path ${turns} turns meet themselves after no lap up to the ${MOST_LAPS}th: give whole turns, or halves, thirds and so on, as ${Math.max(1, Math.round(turns))} or ${near.toFixed(4)}.`,
    { field: 'turns' },
  );
}

/**
 * A line that winds round a path: by the frame of least twist, which on a closed path is brought back to itself, so that
 * turns are counted as one who goes round with it does. Made of cubics that have its way at both of their ends.
 * @throws RelayError winding-invalid
 */
export function woundPath(axis: MeasuredPath, winding: Winding): Wound {
  check(winding);
  const { turns, laps } = axis.closed ? meetingTurns(winding.turns) : { turns: winding.turns, laps: 1 };
  const places = knotsOf(axis, winding);
  const pieces = laps * (places.length - 1);
  if (pieces > LIMITS.pathPieces)
    throw new RelayError(
      'winding-invalid',
      `Wound so often it has ${pieces.toLocaleString('en')} pieces; at most ${LIMITS.pathPieces.toLocaleString('en')} can be worked on. Give it fewer turns, or turns that meet in fewer laps.`,
      { field: 'turns' },
    );
  const stand = standOf(axis, places, { ...winding, turns });
  const many = places.length;
  const last = axis.closed ? 0 : many - 1;
  const knots: Knot[] = [];
  for (let lap = 0; lap < laps; lap++) for (let i = 0; i < many - 1; i++) knots.push(stand(i, lap));
  const [first] = knots;
  knots.push(axis.closed ? first : stand(last, 0));
  const segments = Array.from({ length: pieces }, (_, k): SpaceCubic => {
    const i = k % (many - 1);
    const step = (places[i + 1] - places[i]) / 3;
    const [a, b] = [knots[k], knots[k + 1]];
    return { kind: 'cubic', p0: a.at, p1: add3(a.at, a.way, step), p2: add3(b.at, b.way, -step), p3: b.at };
  });
  const kept = axis.closed ? knots.slice(0, -1) : knots;
  return {
    contour: { segments, closed: axis.closed },
    laps,
    outward: Float64Array.from(kept.flatMap(({ out }) => [out.x, out.y, out.z])),
    over: Float64Array.from(kept, ({ over }) => over),
    along: Float64Array.from(kept, (_, k) => places[axis.closed ? k % (many - 1) : k]),
  };
}

/** Where the line is, how fast it goes by a unit of the path it winds round, and which way is away from that. */
interface Knot {
  readonly at: Vec3;
  readonly way: Vec3;
  readonly out: Vec3;
  /** How far it lies over the path, along z, as a part of how far it goes. */
  readonly over: number;
}

function check({ radius, depth, turns, figure, stations }: Winding): void {
  const fail = (message: string, field: string): never => {
    throw new RelayError('winding-invalid', message, { field });
  };
  if (!(turns > 0 && turns <= MOST_WINDINGS))
    fail(
      `A line winds round a path by more than zero and at most ${MOST_WINDINGS.toLocaleString('en')} turns; this one by ${turns}.`,
      'turns',
    );
  const radii = [radius, ...stations.map((station) => station.radius)];
  if (!radii.every((r) => Number.isFinite(r) && r >= 0) || !(Math.max(...radii) > 0))
    fail('A line that winds round a path is more than 0 mm from it somewhere, and never less.', 'radius');
  if (figure === 'plait' && !(Number.isFinite(depth) && depth > 0))
    fail('The strands of a plait cross before and behind it by more than 0 mm.', 'depth');
}

/** Places of the path that pieces run between: where its own pieces meet, and evenly between them. */
function knotsOf(axis: MeasuredPath, { turns, stations }: Winding): Float64Array {
  const { starts, length } = axis;
  const turnsMore = stations.reduce(
    (most, { turn }, i) => Math.max(most, i > 0 ? Math.abs(turn - stations[i - 1].turn) : 0),
    0,
  );
  const perMm = (PER_TURN * (turns + (stations.length * turnsMore) / (2 * Math.PI))) / length;
  const read = pathReader(axis);
  const at = newReading();
  const wayAt = (s: number): Vec3 => {
    read(Math.min(s, length * (1 - 1e-12)), at);
    return { x: at[2], y: at[3], z: at[6] };
  };
  const places: number[] = [];
  // More than are worked on are refused; how many more is not worked out.
  for (let k = 0; k + 1 < starts.length && places.length <= LIMITS.pathPieces; k++) {
    const long = starts[k + 1] - starts[k];
    let bend = 0;
    for (let i = 0, before = wayAt(starts[k] + long * 1e-9); i < 8; i++) {
      const next = wayAt(starts[k] + (long * (i + 1 - 1e-9)) / 8);
      bend += Math.atan2(length3(cross3(before, next)), dot3(before, next));
      before = next;
    }
    const many = Math.min(
      LIMITS.pathPieces + 1,
      Math.max(1, Math.ceil(Math.max(long * perMm, bend / MOST_BEND))),
    );
    for (let i = 0; i < many; i++) places.push(starts[k] + (long * i) / many);
  }
  return Float64Array.from([...places, length]);
}

/** How the line stands at each knot, in each lap. */
function standOf(
  axis: MeasuredPath,
  places: Float64Array,
  winding: Winding,
): (i: number, lap: number) => Knot {
  const { length, closed } = axis;
  const { figure, depth, turns, hand, phase, stations, smooth } = winding;
  const ups = leastTwist(axis, places);
  const back = closed ? -holonomy(axis) / length : 0;
  const side = hand === 'right' ? 1 : -1;
  const rate = (side * 2 * Math.PI * turns) / length;
  const shaping =
    stations.length > 0
      ? shapingAlong(
          stations.map(({ s, radius, turn }) => ({ s, scale: radius, roll: turn, lift: 0 })),
          axis,
          smooth,
        )
      : null;
  const now = Float64Array.of(winding.radius, 0, 0);
  const [before, behind] = [now.slice(), now.slice()];
  const read = pathReader(axis);
  const at = newReading();
  const placed = (s: number): { at: Vec3; way: Vec3 } => {
    read(closed ? s : Math.max(0, Math.min(length, s)), at);
    return { at: { x: at[0], y: at[1], z: at[5] }, way: { x: at[2], y: at[3], z: at[6] } };
  };
  const near =
    Math.min(...Array.from({ length: places.length - 1 }, (_, i) => places[i + 1] - places[i])) * 1e-3;
  /** The way the path is bent at a place, 1/mm; of a corner nothing. */
  const bentAt = (s: number): Vec3 => {
    const [low, high] = closed ? [s - near, s + near] : [Math.max(0, s - near), Math.min(length, s + near)];
    const turned = sub3(placed(high).way, placed(low).way);
    return length3(turned) > CORNER ? { x: 0, y: 0, z: 0 } : scale3(turned, 1 / (high - low));
  };
  return (i, lap) => {
    const s = places[i];
    const place = placed(s);
    const carried = { x: ups[3 * i], y: ups[3 * i + 1], z: ups[3 * i + 2] };
    // To the right of the way, as a right-handed line turns from above it; brought back evenly round a closed path.
    const right = cross3(place.way, carried);
    const [c, d] = [Math.cos(back * s), Math.sin(back * s)];
    const up = add3(scale3(carried, c), right, d);
    const over = add3(scale3(right, c), carried, -d);
    shaping?.(s, now);
    shaping?.(Math.max(0, s - near), before);
    shaping?.(closed ? s + near : Math.min(length, s + near), behind);
    const run = closed ? 2 * near : Math.min(length, s + near) - Math.max(0, s - near);
    const [grows, twists] = [(behind[0] - before[0]) / run, (behind[1] - before[1]) / run];
    // Whole turns are left out, so that the last lap ends where the first began.
    const laps = side * 2 * Math.PI * ((turns * lap) % 1);
    const angle = phase + laps + rate * s + now[1];
    const [r, dr, da] = [now[0], shaping ? grows : 0, rate + (shaping ? twists : 0)];
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const [high, wide, dHigh, dWide] =
      figure === 'round'
        ? [r * cos, r * sin, dr * cos - r * sin * da, dr * sin + r * cos * da]
        : [
            depth * Math.sin(2 * angle),
            r * sin,
            2 * depth * Math.cos(2 * angle) * da,
            dr * sin + r * cos * da,
          ];
    const off = add3(scale3(up, high), over, wide);
    const shorter = dot3(bentAt(s), off);
    if (shorter >= 1)
      throw new RelayError(
        'winding-invalid',
        `At ${s.toFixed(1)} mm the path is bent more tightly than the line is wound round it (${length3(off).toFixed(2)} mm): it would run backwards there. Wind it nearer to the path, or bend that less.`,
        { field: 'radius' },
      );
    const moved = add3(scale3(place.way, 1 - shorter), cross3(place.way, off), back);
    return {
      at: add3(place.at, off, 1),
      way: add3(add3(moved, up, dHigh), over, dWide),
      out: figure === 'round' ? add3(scale3(up, cos), over, sin) : up,
      over: off.z / ((figure === 'round' ? r : depth) || 1),
    };
  };
}
