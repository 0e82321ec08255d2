import { add3, cross3, dot3, length3, scale3, sub3, type Vec3 } from '../math';
import { newReading, segmentReader, type MeasuredPath } from '../path';

/** A frame is carried on in steps that turn by no more than this, radians: its error then is some 1e-9 a turn. */
const STEP_TURN = 0.02;
/** Steps in one segment at the most, and at least. */
const MOST_STEPS = 20_000;
const LEAST_STEPS = 4;

/** Where a path is, and which way it goes there. */
interface Place {
  readonly at: Vec3;
  readonly way: Vec3;
}

/**
 * Carries a direction that is square to a path on from one place of it to another with the least twist: double
 * reflection (Wang, Jüttler, Zheng, Liu, ACM Transactions on Graphics 27(1), 2008), of fourth order in its step.
 */
export function reflected(from: Place, to: Place, up: Vec3): Vec3 {
  const chord = sub3(to.at, from.at);
  const size = dot3(chord, chord);
  // Round a corner, where both places are one, it is turned as the way is.
  if (!(size > 0)) return turnedWith(from.way, to.way, up);
  const across = add3(up, chord, (-2 / size) * dot3(chord, up));
  const way = add3(from.way, chord, (-2 / size) * dot3(chord, from.way));
  const off = sub3(to.way, way);
  return add3(across, off, (-2 / dot3(off, off)) * dot3(off, across));
}

/** The smallest turn that takes one way to another, applied to a direction. */
function turnedWith(from: Vec3, to: Vec3, up: Vec3): Vec3 {
  const cosine = dot3(from, to);
  if (!(cosine > -1 + 1e-12)) return up;
  const axis = cross3(from, to);
  // Rodrigues’ formula, with the sine in the length of the axis.
  return add3(add3(scale3(up, cosine), cross3(axis, up)), axis, dot3(axis, up) / (1 + cosine));
}

/** A direction square to a way: as near to a given one as can be, else to an axis that is far from it. */
export function squareTo(way: Vec3, wanted: Vec3): Vec3 {
  const square = add3(wanted, way, -dot3(way, wanted));
  const size = length3(square);
  if (size > 1e-9) return scale3(square, 1 / size);
  return squareTo(way, Math.abs(way.x) < 0.9 ? { x: 1, y: 0, z: 0 } : { x: 0, y: 1, z: 0 });
}

/** What is up where nothing else is said: towards who looks at the drawing. */
const TOWARDS: Vec3 = { x: 0, y: 0, z: 1 };

/**
 * Up along a path with the least twist, from its beginning on.
 * @param places arc lengths within the path, increasing, mm
 * @param first up at the beginning, made square to the path there
 * @returns a unit vector square to the path for each place: x, y, z in turn
 */
export function leastTwist(
  path: MeasuredPath,
  places: ArrayLike<number>,
  first: Vec3 = TOWARDS,
): Float64Array {
  const out = new Float64Array(3 * places.length);
  let i = 0;
  for (const { from, to, up, carried } of stretches(path, first)) {
    for (; i < places.length && (places[i] < to || to === path.length); i++) {
      const { x, y, z } = carried(places[i] <= from ? from : Math.min(places[i], to), up);
      out.set([x, y, z], 3 * i);
    }
  }
  return out;
}

/**
 * The angle that the least-twist frame of a closed path comes back turned by, about the way it goes, radians in (−π, π].
 */
export function holonomy(path: MeasuredPath): number {
  let last: Stretch | null = null;
  let begins: Place | null = null;
  let first: Vec3 = TOWARDS;
  for (const stretch of stretches(path, TOWARDS)) {
    if (!begins) [begins, first] = [stretch.begins, stretch.up];
    last = stretch;
  }
  if (!last || !begins) return 0;
  const carried = last.carried(path.length, last.up);
  // Round the closing place too, where there is a corner.
  const up = reflected({ at: begins.at, way: last.ends.way }, begins, carried);
  return Math.atan2(dot3(cross3(first, up), begins.way), dot3(first, up));
}

/** A segment of a path, with up at its beginning. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly up: Vec3;
  readonly begins: Place;
  readonly ends: Place;
  /** Up at a place of it. */
  carried(s: number, up: Vec3): Vec3;
}

function* stretches(path: MeasuredPath, first: Vec3): Generator<Stretch> {
  const { starts, kinds } = path;
  const out = newReading();
  const read = segmentReader(path);
  const placeAt = (k: number, s: number): Place => {
    read(k, s - starts[k], out);
    return { at: { x: out[0], y: out[1], z: out[5] }, way: { x: out[2], y: out[3], z: out[6] } };
  };
  let up: Vec3 | null = null;
  let before: Place | null = null;
  for (let k = 0; k < kinds.length; k++) {
    const [from, to] = [starts[k], starts[k + 1]];
    const steps = stepsOf(path, k, placeAt);
    const begins = placeAt(k, from);
    const ends = placeAt(k, to);
    up =
      up && before
        ? squareTo(begins.way, reflected({ at: begins.at, way: before.way }, begins, up))
        : squareTo(begins.way, first);
    const carried = (s: number, at: Vec3): Vec3 => {
      const many = Math.max(1, Math.ceil((steps * (s - from)) / (to - from)));
      let [place, carries] = [begins, at];
      for (let i = 1; i <= many; i++) {
        const next = placeAt(k, from + ((s - from) * i) / many);
        carries = reflected(place, next, carries);
        place = next;
      }
      return squareTo(place.way, carries);
    };
    yield { from, to, up, begins, ends, carried };
    up = carried(to, up);
    before = ends;
  }
}

/** Steps in which a segment turns little enough. */
function stepsOf({ starts }: MeasuredPath, k: number, placeAt: (k: number, s: number) => Place): number {
  const [from, to] = [starts[k], starts[k + 1]];
  const many = 16;
  let turn = 0;
  let before = placeAt(k, from).way;
  for (let i = 1; i <= many; i++) {
    const { way } = placeAt(k, from + ((to - from) * i) / many);
    turn += Math.atan2(length3(cross3(before, way)), dot3(before, way));
    before = way;
  }
  return Math.min(MOST_STEPS, Math.max(LEAST_STEPS, Math.ceil(turn / STEP_TURN)));
}
