import { RelayError } from '../error';
import { newReading, pathReader, type MeasuredPath } from '../path';
import { leastTwist } from '../space-path';
import type { Hand } from './whole-lays';

/** Stations along a path where frames are known: where it is, which way it goes, and what is up. */
export interface RopeFrames {
  /** Arc lengths, rising, mm. */
  readonly places: Float64Array;
  /** x, y, z of each in turn: places in mm, unit vectors. */
  readonly points: Float64Array;
  readonly ways: Float64Array;
  readonly ups: Float64Array;
}

/** Stations of a rope, at the most. */
export const MOST_ROPE_STATIONS = 200_000;

/**
 * Frames of least twist along a path, evenly apart.
 * @param many stations, both ends of the path among them
 * @throws RelayError rope-invalid
 */
export function ropeFrames(path: MeasuredPath, many: number): RopeFrames {
  if (!(Number.isInteger(many) && many >= 2 && many <= MOST_ROPE_STATIONS))
    throw new RelayError(
      'rope-invalid',
      `A rope has 2 to ${MOST_ROPE_STATIONS.toLocaleString('en')} stations; it would need ${many.toLocaleString('en')}. Let what is round be off by more, or give it a longer lay.`,
      { field: 'tolerance' },
    );
  const places = Float64Array.from({ length: many }, (_, i) => (path.length * i) / (many - 1));
  const [points, ways] = [new Float64Array(3 * many), new Float64Array(3 * many)];
  const read = pathReader(path);
  const at = newReading();
  places.forEach((s, i) => {
    // A closed path is read up to its end, not at it: there it begins again.
    read(Math.min(s, path.length * (1 - 1e-12)), at);
    points.set([at[0], at[1], at[5]], 3 * i);
    ways.set([at[2], at[3], at[6]], 3 * i);
  });
  return { places, points, ways, ups: leastTwist(path, places) };
}

/** How strands go round: each number for a place along the path, or the same all along it. */
export interface StrandLay {
  readonly strands: number;
  /** Of the circle through their middles, mm. */
  readonly radius: number | ((s: number) => number);
  /** Along the path for one turn, mm. */
  readonly lay: number | ((s: number) => number);
  readonly hand: Hand;
  /** How far all of them are turned about the rope, radians. */
  readonly turn: number;
}

/**
 * The middle lines of the strands of a rope: x, y, z of each station in turn, mm; one for each strand, the first of them
 * above the path at its beginning where it is not turned. Where the lay changes along the path, turns add up.
 */
export function strandLines(
  { places, points, ways, ups }: RopeFrames,
  { strands, radius, lay, hand, turn }: StrandLay,
): Float64Array[] {
  const side = hand === 'right' ? 1 : -1;
  const at = (value: number | ((s: number) => number), s: number): number =>
    typeof value === 'number' ? value : value(s);
  const lines = Array.from({ length: strands }, () => new Float64Array(points.length));
  let turned = turn;
  places.forEach((s, i) => {
    // By the middle of each stretch, so that an even change adds up exactly.
    if (i > 0) turned += (side * 2 * Math.PI * (s - places[i - 1])) / at(lay, (s + places[i - 1]) / 2);
    const k = 3 * i;
    const [wx, wy, wz] = [ways[k], ways[k + 1], ways[k + 2]];
    const [ux, uy, uz] = [ups[k], ups[k + 1], ups[k + 2]];
    // Turned about the way it goes, up goes to this side.
    const [bx, by, bz] = [wy * uz - wz * uy, wz * ux - wx * uz, wx * uy - wy * ux];
    const r = at(radius, s);
    lines.forEach((line, j) => {
      const angle = turned + (2 * Math.PI * j) / strands;
      const [c, d] = [r * Math.cos(angle), r * Math.sin(angle)];
      line[k] = points[k] + c * ux + d * bx;
      line[k + 1] = points[k + 1] + c * uy + d * by;
      line[k + 2] = points[k + 2] + c * uz + d * bz;
    });
  });
  return lines;
}

/**
 * How far apart two lines are where they are nearest, mm: each point of one against the straight lines of the other that
 * are no further along than a reach.
 * @param reach stations
 */
export function leastBetween(a: Float64Array, b: Float64Array, reach: number): number {
  const many = b.length / 3;
  let least = Infinity;
  for (let i = 0; i < a.length / 3; i++) {
    const to = Math.min(many - 1, i + reach);
    for (let k = Math.max(0, i - reach); k < to; k++)
      least = Math.min(least, pointToLine(a, 3 * i, b, 3 * k));
  }
  return least;
}

function pointToLine(a: Float64Array, i: number, b: Float64Array, k: number): number {
  const [x, y, z] = [a[i] - b[k], a[i + 1] - b[k + 1], a[i + 2] - b[k + 2]];
  const [ux, uy, uz] = [b[k + 3] - b[k], b[k + 4] - b[k + 1], b[k + 5] - b[k + 2]];
  const size = ux * ux + uy * uy + uz * uz;
  const t = size > 0 ? Math.min(1, Math.max(0, (x * ux + y * uy + z * uz) / size)) : 0;
  return Math.hypot(x - t * ux, y - t * uy, z - t * uz);
}
