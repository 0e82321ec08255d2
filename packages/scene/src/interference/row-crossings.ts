import {
  inverse,
  isOnPath,
  mapped3,
  multiply,
  withinPath,
  type AffineTuple,
  type Map3,
} from '@coin-relay/core';
import { behaviourOf, type StandInSpace } from '@coin-relay/model';
import type { PathsD } from 'clipper2-ts';
import { bentInSpace } from '../placing/bent-in-space';
import { rowBand } from '../placing/band';
import { rowCopies, twinMatrix } from '../placing/copies';
import { hullOf } from '../placing/box';
import { isThere } from '../placing/keep';
import { placeMatrix } from '../placing/placement-matrix';
import { placeInSpace } from '../placing/space-placement';
import { moveScene, pieceNumberAt, type RowScene, type ScenePiece } from '../placing/scene';
import { bandBoxes, bandPairs } from './band-bodies';
import { bentSlices } from './bent-slices';
import { boxDepth, type SpaceBox } from './boxes';
import { movedArea, overlapWidth } from './overlap';
import { pieceFigure } from '../figures/piece-figure';
import { pieceArea, pieceAreaWithin } from './piece-area';
import { stretchedArea } from './stretched-area';

/** How far something reaches behind the plane of its row, and in front of it, mm. */
export type Reach = readonly [low: number, high: number];

/** How deep the pieces of a row and its wheels reach, mm from its plane. */
export interface RowReach {
  /** Of each piece, by their numbers in the set-out. */
  readonly pieces: readonly Reach[];
  /** Of the rims of its wheels; null where it has none. */
  readonly wheels: Reach | null;
  /** Of all of it, the hubs of its wheels among it. */
  readonly all: Reach;
}

/** A row as it stands in space. */
export interface StoodRow {
  readonly run: string;
  readonly scene: RowScene;
  /** How far it stands in front of its plane, mm; 0 where it leaves that. */
  readonly z: number;
  /** What takes its plane to where that is; null where it is the drawing. */
  readonly plane: Map3 | null;
  readonly reach: RowReach;
}

/** Two rows that cut into each other, where they do so deepest. */
export interface RowCrossing {
  readonly run: string;
  readonly other: string;
  /** Where, mm along the path of the first one, and of the other. */
  readonly s: number;
  readonly otherS: number;
  /** How deep, mm: how far one would have to be moved there to be clear of the other. */
  readonly depth: number;
  /** The depth nearest to its own in which the other one is clear of this one, mm; null where they lie in planes of their own. */
  readonly clear: number | null;
}

/** Travels that rows are looked at, in pitches: between two links there is room that another position closes. */
const TRAVELS = [0, 0.5];
/** Longer jobs are looked at as they stand at rest only; of those that are longer still rows are not looked at. */
const MOST_TRAVELLING = 2_000;
export const MOST_CROSSING_LINKS = 20_000;
/** Cuts less deep than this are left out: what lies on something touches it, mm. */
const SPOKEN_OF = 0.05;
/** Places where two rows meet that are cut by their outlines, at the most; those that reach deepest first. */
const MOST_CUT = 40;
/** Room that is left between two rows, mm. */
export const APART = 2;
/** What a place in space is written as: three axes, and a zero point. */
const PLACE_NUMBERS = 12;
/** Corners that stand for a round wheel. */
const CORNERS = 48;

/** Something that stands there: what it takes up, and what it covers in its own plane. */
interface Body extends SpaceBox {
  readonly row: StoodRow;
  readonly s: number;
  /** Where it lies in the plane of its row. */
  readonly at: AffineTuple;
  /** Its lower and its upper face in depth. */
  readonly faces: Reach;
  readonly area: () => PathsD;
  /** Where it begins and ends along each axis of the job. */
  readonly low: readonly number[];
  readonly high: readonly number[];
}

/**
 * Rows of a job that cut into each other, each two of them once. In one plane links and wheels cut where their outlines
 * do and their faces in depth; in planes that are turned to each other, and where a row leaves its plane, by the boxes
 * that links and wheels lie in.
 */
export function rowCrossings(rows: readonly StoodRow[]): RowCrossing[] {
  const links = rows.reduce((sum, { scene }) => sum + scene.frame.links, 0);
  if (links > MOST_CROSSING_LINKS) return [];
  const bands = bandPairs(rows);
  const worst = new Map<string, RowCrossing>(
    [...bands].flatMap(([pair, found]) => (found && found.depth > SPOKEN_OF ? [[pair, found] as const] : [])),
  );
  for (const travel of links <= MOST_TRAVELLING ? TRAVELS : [0]) {
    const bodies = rows.flatMap((row) => bodiesOf(row, travel));
    for (const [pair, meets] of meetings(bodies)) {
      if (bands.has(pair)) continue;
      const found = deepest(meets);
      if (!found) continue;
      const key = `${found.run} ${found.other}`;
      if (found.depth > (worst.get(key)?.depth ?? SPOKEN_OF)) worst.set(key, found);
    }
  }
  for (const { scene } of rows) moveScene(scene, 0);
  return [...worst.values()];
}

interface Meeting {
  readonly a: Body;
  readonly b: Body;
  readonly depth: number;
}

/** What lies in one another by its boxes, for each two rows. */
function meetings(bodies: readonly Body[]): ReadonlyMap<string, readonly Meeting[]> {
  const found = new Map<string, Meeting[]>();
  // Along the axis on which they are spread most few of them are there at once.
  const spread = [0, 1, 2].map((i) => {
    const at = bodies.map(({ middle }) => middle[i]);
    return at.reduce((a, b) => Math.max(a, b), -Infinity) - at.reduce((a, b) => Math.min(a, b), Infinity);
  });
  const along = spread.indexOf(Math.max(...spread));
  const order = new Map(bodies.map(({ row }, i) => [row, i] as const));
  const sorted = [...bodies].sort((a, b) => a.low[along] - b.low[along]);
  let there: Body[] = [];
  for (const body of sorted) {
    there = there.filter(({ high }) => high[along] > body.low[along]);
    for (const other of there) {
      if (other.row === body.row || !lieNear(other, body)) continue;
      const depth = boxDepth(other, body);
      if (depth <= SPOKEN_OF) continue;
      const first = (order.get(other.row) ?? 0) < (order.get(body.row) ?? 0);
      const [a, b] = first ? [other, body] : [body, other];
      const key = `${a.row.run} ${b.row.run}`;
      const known = found.get(key);
      if (!known) found.set(key, [{ a, b, depth }]);
      else {
        known.push({ a, b, depth });
        // Two rows on one path meet at every link: the deepest of them say enough.
        if (known.length >= 4 * MOST_CUT) found.set(key, known.sort(byDepth).slice(0, MOST_CUT));
      }
    }
    there.push(body);
  }
  return found;
}

const byDepth = (m: Meeting, n: Meeting): number => n.depth - m.depth;

const lieNear = (a: Body, b: Body): boolean =>
  [0, 1, 2].every((i) => a.low[i] < b.high[i] && b.low[i] < a.high[i]);

/** Where two rows cut deepest; null where only their boxes do. */
function deepest(meets: readonly Meeting[]): RowCrossing | null {
  let best: RowCrossing | null = null;
  for (const meeting of [...meets].sort(byDepth).slice(0, MOST_CUT)) {
    // Outlines cut no deeper than the boxes they lie in.
    if (best && meeting.depth <= best.depth) break;
    const { a, b } = meeting;
    const depth = inOnePlane(a.row, b.row) ? outlineDepth(a, b) : meeting.depth;
    if (depth <= (best?.depth ?? SPOKEN_OF)) continue;
    best = { run: a.row.run, other: b.row.run, s: a.s, otherS: b.s, depth, clear: clearDepth(a.row, b.row) };
  }
  return best;
}

const leavesPlane = ({ scene }: StoodRow): boolean => scene.setOut.stand !== null;
const inOnePlane = (a: StoodRow, b: StoodRow): boolean =>
  a.plane === b.plane && !leavesPlane(a) && !leavesPlane(b);

/** Before the first row or behind it, whichever is nearer to where the other one stands. */
function clearDepth(first: StoodRow, other: StoodRow): number | null {
  if (!inOnePlane(first, other)) return null;
  const [low, high] = first.reach.all;
  const before = first.z + high + APART - other.reach.all[0];
  const behind = first.z + low - APART - other.reach.all[1];
  return Math.abs(before - other.z) < Math.abs(behind - other.z) ? before : behind;
}

/** How deep two bodies in one plane cut: in it by their outlines, or in depth by their faces, whichever is less. */
function outlineDepth(a: Body, b: Body): number {
  const deep = Math.min(a.faces[1], b.faces[1]) - Math.max(a.faces[0], b.faces[0]);
  const between = multiply(inverse(a.at), b.at);
  // Told in the axes of the first one, which may stand larger than it is made.
  const size = Math.hypot(a.at[0], a.at[1]);
  return Math.min(deep, size * overlapWidth(a.area(), movedArea(b.area(), between)));
}

/** What of a row that leaves its plane takes up room: the boxes of its links, where they stand in space. */
function bodiesInSpace(row: StoodRow, stand: StandInSpace, travel: number): Body[] {
  const { scene, reach } = row;
  const { fit, frame, setOut } = scene;
  moveScene(scene, travel);
  if (rowBand(scene))
    return bandBoxes(scene).map(({ s, middle, axes, half }) => ({
      ...{ row, s: withinPath(fit.layout.path, s), at: LEVEL, faces: NO_FACES, area: () => [] },
      ...boxed([middle[0], middle[1], middle[2] + row.z], axes, half),
    }));
  const found: Body[] = [];
  const m = new Float64Array(PLACE_NUMBERS);
  for (const offset of rowCopies(setOut.setOut.rows)) {
    for (let k = 0; k < frame.links; k++) {
      if (!isOnPath(fit.row, frame, k)) continue;
      const number = pieceNumberAt(scene, k);
      if (number < 0) continue;
      const piece = scene.pieces[number];
      const s = withinPath(fit.layout.path, frame.arc[k * frame.step + 1]);
      if (behaviourOf(piece.piece) === 'bending') {
        found.push(...bentBodies(row, stand, k, piece, offset, s, reach.pieces[number]));
        continue;
      }
      placeInSpace(scene, stand, k, piece, offset, m);
      m[11] += row.z;
      found.push(boxBody(row, s, piece.box, reach.pieces[number], m));
    }
  }
  return found;
}

/** A piece that bends, as boxes one behind the other along it. */
function bentBodies(
  row: StoodRow,
  stand: StandInSpace,
  k: number,
  piece: ScenePiece,
  offset: number,
  s: number,
  faces: Reach,
): Body[] {
  const [x0, y0, x1, y1] = piece.box;
  const [ym, zm] = [(y0 + y1) / 2, (faces[0] + faces[1]) / 2];
  const at = new Float64Array(12);
  const slices = bentSlices(row.scene, k);
  return Array.from({ length: slices }, (_, i) => {
    const [from, to] = [i, i + 1].map((part) => x0 + ((x1 - x0) * part) / slices);
    const mid = (from + to) / 2;
    // Its two ends, and the middles of its upper and its front face.
    const points = [from, ym, zm, to, ym, zm, mid, y1, zm, mid, ym, faces[1]];
    bentInSpace(row.scene, stand, k, piece, points, offset, at);
    const [a, b, up, front] = [0, 3, 6, 9].map((j) => [...at.subarray(j, j + 3)]);
    const middle = a.map((value, j) => (value + b[j]) / 2);
    middle[2] += row.z;
    const ways = [b, up, front].map((end) => end.map((value, j) => value - middle[j]));
    const half = ways.map((way) => Math.hypot(...way));
    const axes = ways.map((way, j) => way.map((value) => value / (half[j] || 1)));
    return { row, s, at: LEVEL, faces, area: () => [], ...boxed(middle, axes, half) };
  });
}

/** A box in the axes of a piece, where the piece stands in space. */
function boxBody(
  row: StoodRow,
  s: number,
  [x0, y0, x1, y1]: readonly [number, number, number, number],
  faces: Reach,
  m: Float64Array,
): Body {
  const ways = [0, 1, 2].map((i) => [m[3 * i], m[3 * i + 1], m[3 * i + 2]]);
  const sizes = ways.map((way) => Math.hypot(...way));
  const axes = ways.map((way, i) => way.map((value) => value / sizes[i]));
  const at = [(x0 + x1) / 2, (y0 + y1) / 2, (faces[0] + faces[1]) / 2];
  const half = [x1 - x0, y1 - y0, faces[1] - faces[0]].map((size, i) => (size / 2) * sizes[i]);
  const middle = [0, 1, 2].map((i) => m[9 + i] + ways.reduce((sum, way, j) => sum + at[j] * way[i], 0));
  return { row, s, at: LEVEL, faces, area: () => [], ...boxed(middle, axes, half) };
}

const LEVEL: AffineTuple = [1, 0, 0, 1, 0, 0];
/** What only lies in boxes has no faces in depth. */
const NO_FACES: Reach = [0, 0];

function bodiesOf(row: StoodRow, travel: number): Body[] {
  const { scene } = row;
  const { stand } = scene.setOut;
  if (stand) return bodiesInSpace(row, stand, travel);
  const { pieces, wheels } = row.reach;
  const { fit, frame, setOut } = scene;
  moveScene(scene, travel);
  const found: Body[] = [];
  const m = new Float64Array(6);
  const hulls: Float64Array[] = [];
  const { twin, rows } = setOut.setOut;
  const take = (body: Omit<Standing, 'row' | 'at'>, at: AffineTuple): void => {
    found.push(standing({ ...body, row, at }));
    if (twin) found.push(standing({ ...body, row, at: multiply(twinMatrix(twin), at) }));
  };
  for (const offset of rowCopies(rows)) {
    for (let k = 0; k < frame.links; k++) {
      if (!isOnPath(fit.row, frame, k)) continue;
      const number = pieceNumberAt(scene, k);
      if (number < 0) continue;
      const piece = scene.pieces[number];
      placeMatrix(scene, k, piece, offset, m);
      hulls[number] ??= hullOf(pieceFigure(piece.piece, piece.span));
      // What reaches out to a path is stretched beyond its outline.
      if (!setOut.reach && !isThere(setOut.boundary, hulls[number], m)) continue;
      const s = withinPath(fit.layout.path, frame.arc[k * frame.step + 1]);
      const at: AffineTuple = [m[0], m[1], m[2], m[3], m[4], m[5]];
      if (setOut.reach) {
        take({ s, reach: pieces[number], ...stretchedArea(scene, k, piece, at) }, at);
        continue;
      }
      const { boundary } = setOut;
      const area = (): PathsD =>
        boundary?.how === 'cut'
          ? pieceAreaWithin(piece, scene.span, boundary, at)
          : pieceArea(piece, scene.span);
      take({ s, box: piece.box, reach: pieces[number], area }, at);
    }
  }
  for (const wheel of wheels === null ? [] : fit.layout.wheels) {
    const { x, y, radius } = wheel;
    const wrap = fit.layout.wraps.find((each) => each.wheel === wheel.id);
    take(
      {
        s: wrap ? (wrap.from + wrap.to) / 2 : 0,
        box: [-radius, -radius, radius, radius],
        reach: wheels ?? [0, 0],
        area: () => [disc(radius)],
      },
      [1, 0, 0, 1, x, y],
    );
  }
  return found;
}

interface Standing {
  readonly row: StoodRow;
  readonly s: number;
  /** x0, y0, x1, y1 in its own axes. */
  readonly box: readonly [number, number, number, number];
  readonly reach: Reach;
  readonly area: () => PathsD;
  readonly at: AffineTuple;
}

/** Where something stands in space, as what takes its axes there does: what is mirrored in plan is turned over. */
function standing({ row, s, box: [x0, y0, x1, y1], reach, area, at }: Standing): Body {
  const [a, b, c, d, e, f] = at;
  const [along, across] = [Math.hypot(a, b), Math.hypot(c, d)];
  const over = a * d - b * c < 0;
  const deep = [reach[0] * across, reach[1] * across].map((value) => (over ? -value : value) + row.z);
  const faces: Reach = [Math.min(...deep), Math.max(...deep)];
  const [x, y] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const middle = [a * x + c * y + e, b * x + d * y + f, (faces[0] + faces[1]) / 2];
  const [u, v] = [
    [a / along, b / along, 0],
    [c / across, d / across, 0],
  ];
  const half = [((x1 - x0) / 2) * along, ((y1 - y0) / 2) * across, (faces[1] - faces[0]) / 2];
  const { plane } = row;
  const turned = (way: readonly number[]): readonly number[] => {
    if (!plane) return way;
    const [p, q] = [mapped3(plane, way[0], way[1], way[2]), mapped3(plane, 0, 0, 0)];
    return [p[0] - q[0], p[1] - q[1], p[2] - q[2]];
  };
  const axes = [u, v, [0, 0, 1]].map(turned);
  const centre = plane ? mapped3(plane, middle[0], middle[1], middle[2]) : middle;
  return { row, s, at, faces, area, ...boxed(centre, axes, half) };
}

/** A box, and where it begins and ends along each axis of the job. */
function boxed(
  middle: readonly number[],
  axes: readonly (readonly number[])[],
  half: readonly number[],
): SpaceBox & Pick<Body, 'low' | 'high'> {
  const far = [0, 1, 2].map((i) => axes.reduce((sum, axis, k) => sum + half[k] * Math.abs(axis[i]), 0));
  return {
    ...{ middle, axes, half },
    low: middle.map((value, i) => value - far[i]),
    high: middle.map((value, i) => value + far[i]),
  };
}

const disc = (radius: number): PathsD[number] =>
  Array.from({ length: CORNERS }, (_, i) => {
    const angle = (2 * Math.PI * i) / CORNERS;
    return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
  });
