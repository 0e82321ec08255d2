import { familyOf } from '../families';
import {
  findCorners,
  samplePath,
  resolvePlaces,
  restingMiddles,
  type FitOutcome,
  type PlaceTable,
  type SampledPath,
  type RestingRow,
  type SetOutPlan,
} from '@coin-relay/core';
import { materialsOf } from '../catalogue/materials';
import { behaviourOf, isBand, type JobPiece, type Material } from '../families';
import { piecesOfRun, PLAIN_SET_OUT } from '../job';
import type { Job, Run, SetOut } from '../job/schema';
import { boundaryOf, reachOf, type Boundary } from './set-out-paths';
import { layersOfRow, type RowLayers } from './layers';
import { resolveLettering, type ResolvedLettering } from './lettering';
import { resolveShaping, type ResolvedShaping } from './shaping';
import { drawnSpots } from './spots';
import { standInSpace, type StandInSpace } from './upright';

/** A set-out worked out on a fitted row. Plain data: it can be handed to another thread. */
export interface ResolvedSetOut {
  readonly setOut: SetOut;
  /** The pieces of the row; the table names them by their number here. */
  readonly pieces: readonly JobPiece[];
  /** The materials of the job, by which the table names finishes. */
  readonly materials: readonly Material[];
  readonly table: PlaceTable;
  /** Arc length of the middle of each place at rest, mm. */
  readonly middles: Float64Array;
  /** The path to ride on, where a piece does. */
  readonly sampledPath: SampledPath | null;
  /** How its pieces stand in space; null where it lies in its plane. */
  readonly stand: StandInSpace | null;
  /** How what bends changes along the path; null where it stays as it is. */
  readonly shaping: ResolvedShaping | null;
  /** What is written on its pieces; null where nothing is. */
  readonly lettering: ResolvedLettering | null;
  readonly boundary: Boundary | null;
  /** Where it lies over and under what it winds round, and others with it; null where nothing winds. */
  readonly layers: RowLayers | null;
  /** For every entry of the sampled path: how far the path to be reached is, mm; NaN where it is not met. */
  readonly reach: Float64Array | null;
}

/**
 * Works out which piece goes where.
 * @throws RelayError weights-invalid, boundary-open, profile-invalid, and those of reading paths
 */
export function resolveSetOut(job: Job, run: Run, fit: FitOutcome): ResolvedSetOut {
  const setOut = run.setOut ?? PLAIN_SET_OUT;
  const pieces = piecesOfRun(job, run);
  const materials = materialsOf(job);
  const middles = restingMiddles(fit.row);
  const { path } = fit.layout;
  const row: RestingRow = {
    count: middles.length,
    closed: path.closed,
    length: path.length,
    middles,
    corners: setOut.rules.some(({ on }) => on.role === 'corners') ? findCorners(path).map(({ s }) => s) : [],
    points: setOut.rules.some(({ on }) => on.role === 'points') ? drawnSpots(job, run.path, path) : [],
  };
  const table = resolvePlaces(planOf(run, setOut, pieces, materials), row);
  const rides =
    setOut.reach !== null ||
    pieces.some((piece) => {
      const behaviour = behaviourOf(piece);
      // What is written on a band bends with it.
      if (run.lettering && isBand(piece)) return true;
      return behaviour === 'carried' || (behaviour === 'bending' && !familyOf(piece).onPin);
    });
  const sampled = rides ? samplePath(path, fit.request.pitch) : null;
  const stand = standInSpace(
    job,
    run,
    path,
    table.roll.some((roll) => roll !== 0),
    fit.request.pitch,
  );
  return {
    setOut,
    pieces,
    materials,
    table,
    middles,
    sampledPath: sampled,
    stand,
    shaping: resolveShaping(run, pieces, path),
    lettering: resolveLettering(job, run, stand !== null),
    boundary: boundaryOf(job, setOut),
    layers: layersOfRow(job, run, path),
    reach: sampled && setOut.reach ? reachOf(job, setOut.reach, path, sampled) : null,
  };
}

function planOf(
  run: Run,
  setOut: SetOut,
  pieces: readonly JobPiece[],
  materials: readonly Material[],
): SetOutPlan {
  const pieceNumber = (id: string | null): number => pieces.findIndex((piece) => piece.id === id);
  const finishNumber = (id: string | null): number => materials.findIndex((material) => material.id === id);
  const { finishes } = setOut;
  return {
    order: setOut.order,
    steps: run.sequence.map((id, i) => {
      const step = setOut.steps[i];
      return {
        piece: pieceNumber(id),
        finish: step ? finishNumber(step.material) : -1,
        turn: step?.turn ?? 0,
        along: step?.along ?? 0,
        out: step?.out ?? 0,
        roll: step?.roll,
      };
    }),
    alternate: setOut.alternate,
    rules: setOut.rules.map(({ on, piece, material, snap, turn, along, out, roll }) => ({
      on,
      piece: pieceNumber(piece),
      finish: finishNumber(material),
      snap,
      turn,
      along,
      out,
      roll,
    })),
    byHand: setOut.byHand.map(({ at, leftOut, piece, turn, along, out, roll }) => ({
      at,
      leftOut,
      piece: pieceNumber(piece),
      turn,
      along,
      out,
      roll,
    })),
    handed: (setOut.handed?.items ?? []).map(({ piece }) => pieceNumber(piece)),
    spreads: pieces.map(({ variation }) => variation ?? null),
    finishes: finishes
      ? { seed: finishes.seed, of: finishes.materials.map(finishNumber).filter((i) => i >= 0) }
      : null,
  };
}
