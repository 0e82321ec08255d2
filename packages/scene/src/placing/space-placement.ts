import { readRide, readUp, RIDE_NUMBERS } from '@coin-relay/core';
import type { StandInSpace } from '@coin-relay/model';
import { ownMap } from './own-map';
import { placeOf, type RowScene, type ScenePiece } from './scene';

/**
 * Writes where link k stands in space, mm: x along its chord or the path, z towards what is up, made square to x and
 * rolled about it; y to the left.
 * @param row which of the rows side by side, as an offset to the left of the path, mm
 * @param out where x, y and z of the piece go, and its zero point: three numbers each
 */
export function placeInSpace(
  scene: RowScene,
  stand: StandInSpace,
  k: number,
  piece: ScenePiece,
  row: number,
  out: Float64Array,
): void {
  const i = placeOf(scene, k);
  const along = piece.setting.along + (i >= 0 ? scene.setOut.table.along[i] : 0);
  const s = standOn(scene, stand, k, piece, along);
  settle(scene, stand, k, i, piece, row, s, out);
}

/**
 * Writes where link k would stand if the row went straight along x, up along z: rolled, turned and as large as it is.
 * Only after `placeInSpace` of it.
 * @param x where its middle, or the pin it is on, would be, mm
 */
export function placeOnStraight(
  scene: RowScene,
  stand: StandInSpace,
  k: number,
  piece: ScenePiece,
  x: number,
  out: Float64Array,
): void {
  const { frame, room } = scene;
  const i = placeOf(scene, k);
  const a = k * frame.step;
  const s = piece.mode === 'on-pin' ? frame.arc[a] : (frame.arc[a] + frame.arc[a + 1]) / 2;
  room.ride.set(STRAIGHT);
  room.ride[0] = x + piece.setting.along + (i >= 0 ? scene.setOut.table.along[i] : 0);
  settle(scene, stand, k, i, piece, 0, s, out);
}

/** At the zero point, along x, up along z. */
const STRAIGHT = [0, 0, 0, 1, 0, 0, 0, 0, 1];

/** Sets link k down where the ride of the room is. @param s its arc length @param i its place in the table; −1 beyond it */
function settle(
  scene: RowScene,
  stand: StandInSpace,
  k: number,
  i: number,
  piece: ScenePiece,
  row: number,
  s: number,
  out: Float64Array,
): void {
  const { setting } = piece;
  const { table, setOut } = scene.setOut;
  const { own, ride } = scene.room;
  axesOf(ride, out);
  let side: number = scene.side;
  const off = row + stand.across - side * (setting.out + (i >= 0 ? table.out[i] : 0));
  const lift = stand.lift + (setting.lift ?? 0);
  out[9] = ride[0] + off * out[3] + lift * out[6];
  out[10] = ride[1] + off * out[4] + lift * out[7];
  out[11] = ride[2] + off * out[5] + lift * out[8];
  const object = i >= 0 ? table.handed[i] : -1;
  const item = object >= 0 ? setOut.handed?.items[object] : undefined;
  if (item && setOut.handed?.takes === 'position') {
    lieFlat(out, Math.cos(item.angle), Math.sin(item.angle));
    side = 1;
  } else if (setting.facing === 'upright') {
    lieFlat(out, 1, 0);
    side = 1;
  } else if (setting.facing === 'point') {
    const { x, y, z = 0 } = setting.toward;
    if (faceTo(out, x, y, z)) side = 1;
  }
  if (item && setOut.handed?.takes === 'direction') {
    out[9] = item.x;
    out[10] = item.y;
  }
  roll(out, rolledBy(scene, stand, k, i, s));
  ownMap(scene, k, i, piece, side, own);
  setDown(out, own, piece.middle, setting.line);
}

/** Finds where link k stands before it is set, and which way; returns the arc length there. */
function standOn(
  scene: RowScene,
  { ride: table }: StandInSpace,
  k: number,
  { mode, setting, box, span }: ScenePiece,
  along: number,
): number {
  const { frame, fit, room } = scene;
  const { ride, stand } = room;
  const { pins, rise, arc, links, step } = frame;
  const a = k * step;
  const rises = rise.length > 0;
  stand.longer = 1;
  if (mode === 'on-middle') {
    const s = (arc[a] + arc[a + 1]) / 2 + along;
    if (scene.laid?.lengthens) stand.longer = (arc[a + 1] - arc[a]) / span;
    else if (fit.apart) stand.longer = fit.apart.factor;
    if (setting.facing === 'chord') {
      const half = ((box[2] - box[0]) * setting.scale) / 2;
      readRide(table, s + half, ride);
      const [x, y, z] = [ride[0], ride[1], ride[2]];
      readRide(table, s - half, ride);
      const [dx, dy, dz] = [x - ride[0], y - ride[1], z - ride[2]];
      readRide(table, s, ride);
      point(ride, dx, dy, dz);
      return s;
    }
    readRide(table, s, ride);
    return s;
  }
  const onPin = mode === 'on-pin';
  const s = onPin ? arc[a] : (arc[a] + arc[a + 1]) / 2;
  readUp(table, s, ride);
  // A piece on a pin goes the way from the pin before to the one behind, one between two pins from one to the other.
  const before = onPin ? (k > 0 ? k - 1 : fit.window.ring ? links - 1 : 0) : a;
  const after = onPin ? k + 1 : a + 1;
  const dx = pins[2 * after] - pins[2 * before];
  const dy = pins[2 * after + 1] - pins[2 * before + 1];
  const dz = rises ? rise[after] - rise[before] : 0;
  const long = point(ride, dx, dy, dz);
  if (!onPin && (fit.sections || fit.apart || scene.laid?.lengthens)) stand.longer = long / span;
  const middle = onPin ? 0 : 0.5;
  ride[0] = pins[2 * a] + middle * dx + along * ride[3];
  ride[1] = pins[2 * a + 1] + middle * dy + along * ride[4];
  ride[2] = (rises ? rise[a] : 0) + middle * dz + along * ride[5];
  return s;
}

/** Points the way of a place somewhere, and says how far that is. */
function point(ride: Float64Array, dx: number, dy: number, dz: number): number {
  const size = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const by = size || 1;
  ride[3] = dx / by;
  ride[4] = dy / by;
  ride[5] = dz / by;
  return size;
}

/** Where way and up are in a place of a ride. */
const [WAY, UP] = [3, RIDE_NUMBERS - 3];

/** The axes at a place of a ride: its way, to its left, and up made square to it. */
export function axesOf(ride: Float64Array, out: Float64Array): void {
  // Left of the way is up × way; where up is along the way any direction will do.
  if (!crossed(ride, UP, ride, WAY, out, 3)) crossed(aside(ride), 0, ride, WAY, out, 3);
  out[0] = ride[WAY];
  out[1] = ride[WAY + 1];
  out[2] = ride[WAY + 2];
  // Of unit vectors at a right angle.
  out[6] = out[1] * out[5] - out[2] * out[4];
  out[7] = out[2] * out[3] - out[0] * out[5];
  out[8] = out[0] * out[4] - out[1] * out[3];
}

/** An axis far from a way. */
const aside = (ride: Float64Array): Float64Array =>
  Math.abs(ride[WAY]) < 0.9 ? Float64Array.of(1, 0, 0) : Float64Array.of(0, 1, 0);

/** Writes a × b as a unit vector; says whether there is one. */
function crossed(
  a: Float64Array,
  i: number,
  b: Float64Array,
  j: number,
  out: Float64Array,
  k: number,
): boolean {
  const x = a[i + 1] * b[j + 2] - a[i + 2] * b[j + 1];
  const y = a[i + 2] * b[j] - a[i] * b[j + 2];
  const z = a[i] * b[j + 1] - a[i + 1] * b[j];
  const size = Math.sqrt(x * x + y * y + z * z);
  if (!(size > 1e-9)) return false;
  out[k] = x / size;
  out[k + 1] = y / size;
  out[k + 2] = z / size;
  return true;
}

/** The axes of the drawing, turned in it. */
function lieFlat(out: Float64Array, c: number, s: number): void {
  out.set([c, s, 0, -s, c, 0, 0, 0, 1]);
}

/** Turns the left side to a point, up staying as near to what it is as can be. */
function faceTo(out: Float64Array, x: number, y: number, z: number): boolean {
  const left = Float64Array.of(x - out[9], y - out[10], z - out[11]);
  const size = Math.hypot(...left);
  // The way is left × up.
  if (
    !(size > 0) ||
    !crossed(
      left.map((value) => value / size),
      0,
      out,
      6,
      out,
      0,
    )
  )
    return false;
  for (let c = 0; c < 3; c++) out[3 + c] = left[c] / size;
  return crossed(out, 0, out, 3, out, 6);
}

/** How far link k is rolled to the left at a place of the path, radians: by itself, as every other one, and by the twist. */
export function rolledBy(scene: RowScene, stand: StandInSpace, k: number, i: number, s: number): number {
  const odd = (k + scene.frame.firstLink) % 2 !== 0;
  return (
    stand.roll +
    (odd ? stand.alternate : 0) +
    (s / stand.ride.length + scene.laps) * stand.twist +
    (i >= 0 ? scene.setOut.table.roll[i] : 0)
  );
}

/** Rolls a place about its way, up going to the left. */
export function roll(out: Float64Array, angle: number): void {
  if (angle === 0) return;
  const c = Math.cos(angle);
  const s = Math.sin(angle);
  const x = out[3];
  const y = out[4];
  const z = out[5];
  out[3] = c * x - s * out[6];
  out[4] = c * y - s * out[7];
  out[5] = c * z - s * out[8];
  out[6] = c * out[6] + s * x;
  out[7] = c * out[7] + s * y;
  out[8] = c * out[8] + s * z;
}

/** A place in space as the map of its figure in plan: what is seen of it along z. */
export function seenInPlan(space: Float64Array, m: Float64Array): void {
  m[0] = space[0];
  m[1] = space[1];
  m[2] = space[3];
  m[3] = space[4];
  m[4] = space[9];
  m[5] = space[10];
}

/** The axes of a place by the piece’s own map, and where its zero point comes to. */
function setDown(out: Float64Array, own: Float64Array, middle: number, line: number): void {
  const xx = own[0];
  const xy = own[1];
  const yx = own[2];
  const yy = own[3];
  // What is mirrored in plan is turned over in depth, so that its outside stays outside.
  const depth = Math.sqrt(yx * yx + yy * yy) * (xx * yy - xy * yx < 0 ? -1 : 1);
  for (let c = 0; c < 3; c++) {
    const way = out[c];
    const left = out[3 + c];
    out[c] = xx * way + xy * left;
    out[3 + c] = yx * way + yy * left;
    out[6 + c] *= depth;
    out[9 + c] -= middle * out[c] + line * out[3 + c];
  }
}
