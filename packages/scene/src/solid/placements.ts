import { BY, mapped3, RelayError, wrapInto, type Map3, type Quaternion } from '@coin-relay/core';
import { textAt, type Machine, type SetOut } from '@coin-relay/model';
import type { ScenePiece } from '../placing';
import { standAtFrame, standingRows, type StandingRow } from './standing';
import { standingPieces } from './standing-pieces';
import { takenApart } from './taken-apart';

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
  /** What is written on it; empty where nothing is. */
  readonly text: string;
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
  const { arc, step } = scene.frame;
  const { length, closed } = scene.fit.layout.path;
  const { lettering } = scene.setOut;
  return standingPieces(standing).map(({ k, place: i, row, twin, piece, map }): Placement => {
    const s = (arc[k * step] + arc[k * step + 1]) / 2;
    return {
      ...{ frame, run, row: row + 1, twin, place: i >= 0 ? i + 1 : null },
      ...{ piece: piece.piece.id, name: piece.piece.name, roles: rolesOf(standing, i) },
      text: i >= 0 && lettering ? textAt(lettering, i) : '',
      s: closed ? wrapInto(s, length) : s,
      ...standsAs(map, piece),
    };
  });
}

function standsAs(
  m: Map3,
  { middle, setting: { line } }: ScenePiece,
): Pick<Placement, 'position' | 'direction' | 'up' | 'angle' | 'quaternion' | 'scale' | 'matrix'> {
  const { position, quaternion, scale, axes } = takenApart(m);
  const [x, , z] = axes;
  return {
    position: mapped3(m, middle, line, 0),
    direction: x,
    up: z,
    angle: (Math.atan2(x[1], x[0]) * 180) / Math.PI,
    quaternion,
    scale,
    matrix: [...[m[0], m[4], m[8], 0], ...[m[1], m[5], m[9], 0], ...[m[2], m[6], m[10], 0], ...position, 1],
  };
}

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
