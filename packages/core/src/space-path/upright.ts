import { RelayError } from '../error';
import { add3, cross3, dot3, length3, nearZero, scale3, wrapInto, type Vec3 } from '../math';
import { newReading, pathReader, type MeasuredPath } from '../path';
import { holonomy, leastTwist, squareTo } from './frames';
import { leanOf } from './lean';
import type { UpRule, UpStation } from './up-rule';

/** A direction nearer to the way of a path than this is not up on it, radians; nearer than the second it is gone over to the least twist. */
const TOO_NEAR = (5 * Math.PI) / 180;
const NEAR = (15 * Math.PI) / 180;
/** Looks at one segment for where up is along the path; at all of them at the most. */
const LOOKS = 32;
const MOST_LOOKS = 40_000;

/** Up along a path. */
export interface Uprights {
  /** For each place a direction, of length one but not quite square to the path: x, y, z in turn. */
  readonly ups: Float64Array;
  /** Where up is along the path, so that the least twist is kept instead, mm. */
  readonly lost: readonly { readonly from: number; readonly to: number }[];
}

/**
 * Up at places of a path.
 * @param places arc lengths within the path, increasing, mm
 * @throws RelayError frame-undefined where up is along the path all the way, or is no direction
 */
export function upsAlong(path: MeasuredPath, places: Float64Array, rule: UpRule): Uprights {
  switch (rule.by) {
    case 'least-twist': {
      const back = path.closed ? -holonomy(path) / path.length : 0;
      return { ups: new Carried(path, places).all((i) => back * places[i]), lost: [] };
    }
    case 'stations':
      return { ups: byStations(path, places, rule.stations), lost: [] };
    case 'fixed':
      return byDirection(path, places, unitOf(rule.up));
    case 'bank':
    case 'speed': {
      const level = byDirection(path, places, unitOf(rule.vertical));
      const lean = leanOf(path, { ...rule, vertical: unitOf(rule.vertical) });
      const way = waysAt(path, places);
      const ups = level.ups.slice();
      places.forEach((s, i) => {
        const forward = vecAt(way, i);
        // To the left is the other way about the path than counter-clockwise.
        write(ups, i, turnedAbout(forward, squareTo(forward, vecAt(ups, i)), -lean(s)));
      });
      return { ups, lost: level.lost };
    }
  }
}

function unitOf(up: Vec3): Vec3 {
  const size = length3(up);
  if (!(size > 0 && Number.isFinite(size)))
    throw new RelayError('frame-undefined', 'Up needs three numbers that are not all zero.');
  return scale3(up, 1 / size);
}

/** The frame of least twist at places, and what is told as turned from it. */
class Carried {
  readonly ways: Float64Array;
  private readonly carried: Float64Array;

  constructor(
    path: MeasuredPath,
    private readonly places: Float64Array,
  ) {
    this.ways = waysAt(path, places);
    this.carried = leastTwist(path, places);
  }

  /** Up at a place, turned about its way by some angle. */
  at(i: number, turn: number): Vec3 {
    return turnedAbout(vecAt(this.ways, i), vecAt(this.carried, i), turn);
  }

  /** How far a direction is turned from it there. */
  turnTo(i: number, up: Vec3): number {
    const [way, from] = [vecAt(this.ways, i), vecAt(this.carried, i)];
    const to = squareTo(way, up);
    return Math.atan2(dot3(cross3(from, to), way), dot3(from, to));
  }

  all(turn: (i: number) => number): Float64Array {
    const ups = new Float64Array(3 * this.places.length);
    this.places.forEach((_, i) => write(ups, i, this.at(i, turn(i))));
    return ups;
  }
}

function byStations(path: MeasuredPath, places: Float64Array, stations: readonly UpStation[]): Float64Array {
  const { length, closed } = path;
  const sorted = stations
    .map(({ s, up }) => ({
      s: closed ? wrapInto(s, length) : Math.max(0, Math.min(length, s)),
      up: unitOf(up),
    }))
    .sort((a, b) => a.s - b.s);
  if (sorted.length === 0) return upsAlong(path, places, { by: 'least-twist' }).ups;
  const own = new Carried(
    path,
    Float64Array.from(sorted, ({ s }) => s),
  );
  const turned = closed ? holonomy(path) : 0;
  const knots: { s: number; turn: number }[] = [];
  const add = (s: number, turn: number): void => {
    const before = knots.at(-1)?.turn ?? turn;
    knots.push({ s, turn: before + nearZero(turn - before, 2 * Math.PI) });
  };
  sorted.forEach(({ s, up }, i) => add(s, own.turnTo(i, up)));
  // A lap on, the frame of least twist has come back turned.
  if (closed) add(sorted[0].s + length, knots[0].turn - turned);
  const first = sorted[0].s;
  return new Carried(path, places).all((i) => {
    const before = closed && places[i] < first;
    return between(knots, places[i] + (before ? length : 0)) + (before ? turned : 0);
  });
}

/** Straight between knots, level with the nearest beyond. */
function between(knots: readonly { readonly s: number; readonly turn: number }[], s: number): number {
  const next = knots.findIndex((knot) => knot.s > s);
  if (next === 0) return knots[0].turn;
  if (next < 0) return knots[knots.length - 1].turn;
  const [a, b] = [knots[next - 1], knots[next]];
  return a.turn + ((b.turn - a.turn) * (s - a.s)) / (b.s - a.s);
}

/** One direction is up, but where the path runs along it: there the least twist is kept, and what is left of the turn spread. */
function byDirection(path: MeasuredPath, places: Float64Array, up: Vec3): Uprights {
  const grid = Float64Array.from(new Set([...lookedAt(path), ...places])).sort();
  const ways = waysAt(path, grid);
  const off = (i: number): number => {
    const way = vecAt(ways, i);
    return Math.atan2(length3(cross3(way, up)), Math.abs(dot3(way, up)));
  };
  const angles = Float64Array.from(grid, (_, i) => off(i));
  const regions = nearRegions(angles, path.closed);
  const ups = new Float64Array(3 * places.length);
  places.forEach((_, i) => write(ups, i, up));
  if (regions.length === 0) return { ups, lost: [] };
  const n = grid.length;
  if (regions.some(({ from, to }) => from === null && to === null)) {
    throw new RelayError(
      'frame-undefined',
      'The path runs along what is to be up all the way, so nothing says how its pieces stand. Choose another up, or the least twist.',
    );
  }
  const carried = new Carried(path, grid);
  const turned = path.closed ? holonomy(path) : 0;
  /** Beyond the end of a closed path the frame goes on turned by what it comes back by. */
  const lapOf = (i: number): number => (i >= n ? turned : 0);
  const sOf = (i: number): number => grid[i % n] + (i >= n ? path.length : 0);
  const found = new Map<number, Vec3>();
  for (const { from, to, first, last } of regions) {
    const begins = from === null ? null : carried.turnTo(from % n, up) - lapOf(from);
    const ends = to === null ? null : carried.turnTo(to % n, up) - lapOf(to);
    for (let i = first; i <= last; i++) {
      let turn = begins ?? ends ?? 0;
      if (begins !== null && ends !== null && from !== null && to !== null) {
        const t = (sOf(i) - sOf(from)) / (sOf(to) - sOf(from));
        turn = begins + nearZero(ends - begins, 2 * Math.PI) * t * t * (3 - 2 * t);
      }
      found.set(grid[i % n], carried.at(i % n, turn + lapOf(i)));
    }
  }
  places.forEach((s, i) => {
    const kept = found.get(s);
    if (kept) write(ups, i, kept);
  });
  return { ups, lost: regions.map(({ first, last }) => ({ from: grid[first % n], to: grid[last % n] })) };
}

/** A run of looks where up is near to the way, with the looks on both sides that are far from it. */
interface NearRegion {
  readonly first: number;
  readonly last: number;
  readonly from: number | null;
  readonly to: number | null;
}

function nearRegions(angles: Float64Array, closed: boolean): NearRegion[] {
  const n = angles.length;
  if (!angles.some((angle) => angle < TOO_NEAR)) return [];
  const start = closed ? angles.findIndex((angle) => angle >= NEAR) : 0;
  if (start < 0) return [{ first: 0, last: n - 1, from: null, to: null }];
  const regions: NearRegion[] = [];
  for (let i = start; i < start + n; i++) {
    if (angles[i % n] >= NEAR) continue;
    const first = i;
    let near = false;
    while (i < start + n && angles[i % n] < NEAR) near = angles[i++ % n] < TOO_NEAR || near;
    const last = i - 1;
    if (!near) continue;
    regions.push({
      first,
      last,
      from: first > 0 ? first - 1 : null,
      to: closed || last + 1 < n ? last + 1 : null,
    });
  }
  return regions;
}

/** Where along a path its way is looked at. */
function lookedAt({ starts, kinds, length, closed }: MeasuredPath): number[] {
  const looks = Math.max(2, Math.min(LOOKS, Math.floor(MOST_LOOKS / kinds.length)));
  const along = Array.from(kinds).flatMap((_, k) =>
    Array.from({ length: looks }, (__, i) => starts[k] + ((starts[k + 1] - starts[k]) * i) / looks),
  );
  return closed ? along : [...along, length];
}

function waysAt(path: MeasuredPath, places: Float64Array): Float64Array {
  const out = newReading();
  const read = pathReader(path);
  const ways = new Float64Array(3 * places.length);
  places.forEach((s, i) => {
    read(s, out);
    ways.set([out[2], out[3], out[6]], 3 * i);
  });
  return ways;
}

/** A direction square to an axis, turned about it (Rodrigues’ formula). */
export const turnedAbout = (axis: Vec3, up: Vec3, angle: number): Vec3 =>
  angle === 0 ? up : add3(scale3(up, Math.cos(angle)), cross3(axis, up), Math.sin(angle));

const vecAt = (from: Float64Array, i: number): Vec3 => ({
  x: from[3 * i],
  y: from[3 * i + 1],
  z: from[3 * i + 2],
});

function write(to: Float64Array, i: number, { x, y, z }: Vec3): void {
  to[3 * i] = x;
  to[3 * i + 1] = y;
  to[3 * i + 2] = z;
}
