import {
  BY,
  composed,
  determinant3,
  isOnPath,
  quaternionOf,
  RelayError,
  wrapInto,
  type Map3,
  type Quaternion,
} from '@coin-relay/core';
import type { Machine, SetOut } from '@coin-relay/model';
import {
  placeFlat,
  placeInSpace,
  pieceNumberAt,
  placeOf,
  rowCopies,
  twinMatrix,
  type ScenePiece,
} from '../placing';
import { standAtFrame, standingRows, type StandingRow } from './standing';

type Triple = readonly [x: number, y: number, z: number];

/** Where one piece stands at a frame of the loop: lengths in mm, in the axes of the job. */
export interface Placement {
  readonly frame: number;
  readonly run: string;
  /** Which of the rows side by side, from 1. */
  readonly row: number;
  /** Of the mirrored twin of the row. */
  readonly twin: boolean;
  /** Its number in the row, from 1; null for what comes in before an open row, or leaves beyond it. */
  readonly place: number | null;
  /** The id of its piece, and its name. */
  readonly piece: string;
  readonly name: string;
  /** What it is in the row: first, last, and what put it there. */
  readonly roles: readonly string[];
  /** Where the middle between its pins is along the path, mm. */
  readonly s: number;
  /** The middle between its pins, on the line that runs on the path. */
  readonly position: Triple;
  /** The way it goes, and what is up on it: unit vectors. */
  readonly direction: Triple;
  readonly up: Triple;
  /** The way it goes in plan, degrees in (−180, 180]. */
  readonly angle: number;
  readonly quaternion: Quaternion;
  /** How much larger than it is made it is along it, across it, and up; across it below zero where it is mirrored. */
  readonly scale: Triple;
  /** What takes the axes of the piece (its first pin at zero, x to its second one, z up) to the job, column by column. */
  readonly matrix: readonly number[];
}

/** Placements that are written at once, at the most. */
export const MOST_PLACEMENTS = 200_000;

/** Frames of a loop: both ends are of them. */
export interface FrameRange {
  readonly from: number;
  readonly to: number;
}

/**
 * Where every piece of the rows of a machine stands, frame by frame. Pieces that bend are told by the straight between
 * their ends.
 * @param only these rows; all where nothing is said
 * @throws RelayError request-invalid for a range that runs backwards, or with too many places in it
 */
export function placements(
  machine: Machine,
  { from, to }: FrameRange,
  only?: readonly string[],
): Placement[] {
  if (!(Number.isInteger(from) && Number.isInteger(to) && to >= from))
    throw new RelayError(
      'request-invalid',
      `Frames ${from} to ${to} are none. Give whole numbers, the lower one first.`,
      {
        field: 'frames',
      },
    );
  const rows = standingRows(machine, only);
  const many = rows.reduce((sum, { scene }) => sum + scene.frame.links * copiesOf(scene.setOut.setOut), 0);
  if (many * (to - from + 1) > MOST_PLACEMENTS)
    throw new RelayError(
      'request-invalid',
      `${to - from + 1} frames of ${many} places are more than ${MOST_PLACEMENTS.toLocaleString('en')} placements. Take fewer frames, or fewer rows.`,
      { field: 'frames' },
    );
  const found: Placement[] = [];
  for (let frame = from; frame <= to; frame++)
    for (const row of rows) {
      standAtFrame(machine, row, frame);
      found.push(...placementsOf(row, frame));
    }
  return found;
}

const copiesOf = ({ rows, twin }: SetOut): number => rows.count * (twin ? 2 : 1);

function placementsOf(standing: StandingRow, frame: number): Placement[] {
  const { scene, run } = standing;
  const { fit, frame: now, setOut } = scene;
  const { twin, rows } = setOut.setOut;
  const { length, closed } = fit.layout.path;
  const found: Placement[] = [];
  rowCopies(rows).forEach((offset, row) => {
    for (let k = 0; k < now.links; k++) {
      const number = pieceNumberAt(scene, k);
      if (number < 0 || !isOnPath(fit.row, now, k)) continue;
      const piece = scene.pieces[number];
      const i = placeOf(scene, k);
      const s = (now.arc[k * now.step] + now.arc[k * now.step + 1]) / 2;
      const here = inPlane(standing, k, piece, offset);
      const facts = {
        ...{ frame, run, row: row + 1, place: i >= 0 ? i + 1 : null },
        ...{ piece: piece.piece.id, name: piece.piece.name, roles: rolesOf(standing, i) },
        s: closed ? wrapInto(s, length) : s,
      };
      const told = (map: Map3, twinned: boolean): void => {
        found.push({ ...facts, twin: twinned, ...standsAs(map, piece) });
      };
      told(inJob(standing, here), false);
      if (twin) told(inJob(standing, mirrored(standing, twin, here)), true);
    }
  });
  return found;
}

/** The map of a piece in the plane its row lies in, with its depth. */
function inPlane({ scene, z }: StandingRow, k: number, piece: ScenePiece, offset: number): Map3 {
  const { stand } = scene.setOut;
  if (stand) {
    const { space: m } = scene.room;
    placeInSpace(scene, stand, k, piece, offset, m);
    return [...[m[0], m[3], m[6], m[9]], ...[m[1], m[4], m[7], m[10]], ...[m[2], m[5], m[8], m[11] + z]];
  }
  const m = new Float64Array(6);
  placeFlat(scene, k, piece, offset, m);
  // What is mirrored in plan is turned over in depth; what is thicker across is as much thicker in depth.
  const depth = Math.hypot(m[2], m[3]) * (m[0] * m[3] - m[1] * m[2] < 0 ? -1 : 1);
  return [...[m[0], m[2], 0, m[4]], ...[m[1], m[3], 0, m[5]], ...[0, 0, depth, z]];
}

/** The twin of a map: turned over about the line of the mirror in a plane; where a row leaves its plane mirrored. */
function mirrored({ scene, z }: StandingRow, twin: NonNullable<SetOut['twin']>, map: Map3): Map3 {
  const m = twinMatrix(twin);
  const [deep, at] = scene.setOut.stand ? [1, 0] : [-1, 2 * z];
  return composed([...[m[0], m[2], 0, m[4]], ...[m[1], m[3], 0, m[5]], ...[0, 0, deep, at]], map);
}

const inJob = ({ plane }: StandingRow, map: Map3): Map3 => (plane ? composed(plane, map) : map);

function standsAs(
  m: Map3,
  { middle, setting }: ScenePiece,
): Pick<Placement, 'position' | 'direction' | 'up' | 'angle' | 'quaternion' | 'scale' | 'matrix'> {
  const column = (c: number): Triple => [m[c], m[4 + c], m[8 + c]];
  const [x, y, z] = [column(0), column(1), column(2)];
  const side = determinant3(m) < 0 ? -1 : 1;
  const scale: Triple = [Math.hypot(...x), side * Math.hypot(...y), Math.hypot(...z)];
  const [ux, uy, uz] = [unit(x, scale[0]), unit(y, scale[1]), unit(z, scale[2])];
  const { line } = setting;
  return {
    position: [0, 1, 2].map(
      (r) => m[4 * r] * middle + m[4 * r + 1] * line + m[4 * r + 3],
    ) as unknown as Triple,
    direction: ux,
    up: uz,
    angle: (Math.atan2(ux[1], ux[0]) * 180) / Math.PI,
    quaternion: quaternionOf([
      ...[ux[0], uy[0], uz[0], 0],
      ...[ux[1], uy[1], uz[1], 0],
      ...[ux[2], uy[2], uz[2], 0],
    ]),
    scale,
    matrix: [...x, 0, ...y, 0, ...z, 0, m[3], m[7], m[11], 1],
  };
}

const unit = ([x, y, z]: Triple, size: number): Triple => [x / size, y / size, z / size];

/** What a place is in its row. @param i its number; −1 beyond it */
function rolesOf({ scene }: StandingRow, i: number): string[] {
  const { table, setOut } = scene.setOut;
  if (i < 0) return ['beyond'];
  const roles: string[] = [];
  if (i === 0) roles.push('first');
  if (i === table.count - 1) roles.push('last');
  const by = table.by[i];
  if (by === BY.hand) roles.push('by hand');
  else if (by === BY.handed) roles.push('handed out');
  else if (by >= 0) {
    const { on } = setOut.rules[by];
    roles.push(
      on.role === 'every'
        ? `every ${on.every}`
        : on.role === 'corners'
          ? 'corner'
          : on.role === 'points'
            ? 'point'
            : on.role,
    );
  }
  return [...new Set(roles)];
}
