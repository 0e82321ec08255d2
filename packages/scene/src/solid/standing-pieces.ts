import { composed, isOnPath, type Map3 } from '@coin-relay/core';
import type { SetOut } from '@coin-relay/model';
import {
  placeFlat,
  placeInSpace,
  pieceNumberAt,
  placeOf,
  rowCopies,
  seenInPlan,
  twinMatrix,
  type ScenePiece,
} from '../placing';
import { BoundaryKeeps } from './boundary-keeps';
import type { StandingRow } from './standing';

/** A piece of a row where it stands in the job. */
export interface StandingPiece {
  /** Its number in the frame of the scene, and in the row: from 0; below it or beyond the row for what comes in or leaves. */
  readonly k: number;
  readonly number: number;
  /** Its place in the table; −1 beyond it. */
  readonly place: number;
  /** Which of the rows side by side, from 0, and whether of the twin. */
  readonly row: number;
  readonly twin: boolean;
  readonly piece: ScenePiece;
  /** Its number among the pieces of the scene. */
  readonly of: number;
  /** Takes its axes to those of the job. */
  readonly map: Map3;
}

/** The pieces of a row as it stands now; none of what a boundary takes away. What bends is told by the straight between its ends. */
export function standingPieces(standing: StandingRow): StandingPiece[] {
  const { scene } = standing;
  const { fit, frame, setOut } = scene;
  const { twin, rows } = setOut.setOut;
  const keeps = new BoundaryKeeps(scene);
  const over = twin && twinMap(twin, setOut.stand !== null, standing.z);
  const m = new Float64Array(6);
  const found: StandingPiece[] = [];
  rowCopies(rows).forEach((offset, row) => {
    for (let k = 0; k < frame.links; k++) {
      const of = pieceNumberAt(scene, k);
      if (of < 0 || !isOnPath(fit.row, frame, k)) continue;
      const piece = scene.pieces[of];
      const here = inPlane(standing, k, piece, offset, m);
      if (keeps.of(of, m, setOut.reach !== null) === 'gone') continue;
      const facts = { k, number: k + frame.firstLink, place: placeOf(scene, k), row, piece, of };
      if (!standing.twinOnly) found.push({ ...facts, twin: false, map: inJob(standing, here) });
      if (over) found.push({ ...facts, twin: true, map: inJob(standing, composed(over, here)) });
    }
  });
  return found;
}

/** Names a piece in all frames: its run and its number there, from 1. */
export const standingName = (
  run: string,
  { number, row, twin }: Pick<StandingPiece, 'number' | 'row' | 'twin'>,
): string => `${run}/${number + 1}${row > 0 ? `/row-${row + 1}` : ''}${twin ? '/twin' : ''}`;

/** The map of a piece in the plane its row lies in, with its depth. @param m its map in plan is written there */
function inPlane(
  { scene, z }: StandingRow,
  k: number,
  piece: ScenePiece,
  offset: number,
  m: Float64Array,
): Map3 {
  const { stand } = scene;
  if (stand) {
    const { space: s } = scene.room;
    placeInSpace(scene, stand, k, piece, offset, s);
    seenInPlan(s, m);
    return [...[s[0], s[3], s[6], s[9]], ...[s[1], s[4], s[7], s[10]], ...[s[2], s[5], s[8], s[11] + z]];
  }
  placeFlat(scene, k, piece, offset, m);
  // What is mirrored in plan is turned over in depth; what is thicker across is as much thicker in depth.
  const depth = Math.hypot(m[2], m[3]) * (m[0] * m[3] - m[1] * m[2] < 0 ? -1 : 1);
  return [...[m[0], m[2], 0, m[4]], ...[m[1], m[3], 0, m[5]], ...[0, 0, depth, z]];
}

/**
 * What takes a row to its twin: turned over about the line of the mirror in a plane, so that seen along z it is the
 * mirror image; where the row leaves its plane the mirror itself.
 * @param z its depth, mm
 */
export function twinMap(twin: NonNullable<SetOut['twin']>, leaves: boolean, z: number): Map3 {
  const m = twinMatrix(twin);
  const [deep, at] = leaves ? [1, 0] : [-1, 2 * z];
  return [...[m[0], m[2], 0, m[4]], ...[m[1], m[3], 0, m[5]], ...[0, 0, deep, at]];
}

/** Out of the plane of a row into the axes of the job. */
export const inJob = ({ plane }: Pick<StandingRow, 'plane'>, map: Map3): Map3 =>
  plane ? composed(plane, map) : map;
