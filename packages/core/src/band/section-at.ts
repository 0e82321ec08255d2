import { newReading, pathReader, type MeasuredPath } from '../path';
import { readRide, RIDE_NUMBERS, type SpaceRide } from '../space-path';
import type { ReadShaping } from './shaping';
import type { SectionAt } from './line';

/** Reads a place of a path with what is up there: x, y, z, unit tangent, up (of about length one, about square to it). */
export type ReadPlace = (s: number, out: Float64Array) => void;

/** Places of a path that lies in the plane of the drawing, with up towards who looks. */
export function flatPlaces(path: MeasuredPath): ReadPlace {
  const read = pathReader(path);
  const at = newReading();
  return (s, out) => {
    read(s, at);
    out.set([at[0], at[1], at[5], at[2], at[3], at[6], 0, 0, 1]);
  };
}

/** Places of a path as it is ridden on in space. */
export const riddenPlaces =
  (ride: SpaceRide): ReadPlace =>
  (s, out) =>
    readRide(ride, s, out);

/** How a section stands on its path. */
export interface SectionStand {
  /** The x of the section is to the left of the path, or to its right. */
  readonly side: 1 | -1;
  /** How far beside the path to its left, and above it, its zero point is, mm. */
  readonly beside: number;
  readonly above: number;
  /** About the path, radians, to the left. */
  readonly roll: ((s: number) => number) | null;
  /** How many times as large as it is drawn. */
  readonly size: number;
  /** What changes along the path. */
  readonly shaping: ReadShaping | null;
}

/** How a section stands at any place: upright on the path, moved beside and above it, then rolled and sized. */
export function sectionOn(places: ReadPlace, stand: SectionStand): SectionAt {
  const { side, beside, above, roll, size, shaping } = stand;
  const place = new Float64Array(RIDE_NUMBERS);
  const shaped = Float64Array.of(1, 0, 0);
  return (s, out) => {
    places(s, place);
    shaping?.(s, shaped);
    const [wx, wy, wz] = [place[3], place[4], place[5]];
    // Left is up × way; up is made square to the way.
    let [lx, ly, lz] = [
      place[7] * wz - place[8] * wy,
      place[8] * wx - place[6] * wz,
      place[6] * wy - place[7] * wx,
    ];
    const long = Math.sqrt(lx * lx + ly * ly + lz * lz) || 1;
    lx /= long;
    ly /= long;
    lz /= long;
    const [ux, uy, uz] = [wy * lz - wz * ly, wz * lx - wx * lz, wx * ly - wy * lx];
    const high = above + shaped[2];
    out[0] = place[0] + beside * lx + high * ux;
    out[1] = place[1] + beside * ly + high * uy;
    out[2] = place[2] + beside * lz + high * uz;
    const k = size * shaped[0];
    const angle = (roll?.(s) ?? 0) + shaped[1];
    const [c, d] = [k * Math.cos(angle), k * Math.sin(angle)];
    // Rolled to the left: up goes to the left, left goes down.
    out[3] = side * (c * lx - d * ux);
    out[4] = side * (c * ly - d * uy);
    out[5] = side * (c * lz - d * uz);
    out[6] = c * ux + d * lx;
    out[7] = c * uy + d * ly;
    out[8] = c * uz + d * lz;
    out[9] = wx;
    out[10] = wy;
    out[11] = wz;
  };
}
