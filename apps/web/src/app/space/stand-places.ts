import {
  planeMap,
  planeOfRun,
  type Job,
  type Machine,
  type ResolvedRun,
  type ResolvedSetOut,
} from '@coin-relay/model';
import { rowsInDepth, type RowDepth } from '@coin-relay/scene';
import { reachOfRow, twinMap } from '@coin-relay/scene/solid';
import type { Matrix4 } from 'three';
import type { FitOutcome } from '@coin-relay/core';
import { matrixOf } from './matrix-of';
import type { FittedRow, Stand } from './row-means';
import type { Faces } from './standing-machine';

/** A fitted row of a job, as the document and a machine have it. */
export interface RowOfJob {
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly resolved: ResolvedRun;
}

/** How far each row stands in front of its plane, by its run. */
export const depthsOf = (job: Job | undefined, rows: readonly RowOfJob[]): ReadonlyMap<string, RowDepth> =>
  job ? rowsInDepth(job, rows, (row) => reachOfRow(row).all).depths : new Map();

/** Where a row stands. */
export function standOf(job: Job, run: Job['runs'][number], depths: ReadonlyMap<string, RowDepth>): Stand {
  const plane = planeOfRun(job, run);
  return { z: depths.get(run.id)?.z ?? 0, plane: plane && matrixOf(planeMap(plane)), over: null };
}

export const fittedRow = ({ fit, setOut, resolved }: RowOfJob, machine: Machine | null): FittedRow => ({
  run: resolved.run.id,
  fit,
  setOut,
  sequence: resolved.sequence,
  laid: machine?.precomputed.rows.get(resolved.run.id) ?? null,
});

/** Where rows end in depth, for what stands before or behind them; nothing is where nothing does. */
export function facesFor(machine: Machine | null, depths: readonly RowDepth[]): Faces {
  if (!needsFaces(machine)) return { before: 0, behind: 0 };
  return {
    before: Math.max(0, ...depths.map(({ z, reach }) => z + reach()[1])),
    behind: Math.min(0, ...depths.map(({ z, reach }) => z + reach()[0])),
  };
}

/** Does anything lie before the rows of a machine, or behind them? */
const needsFaces = (machine: Machine | null): boolean =>
  machine !== null &&
  ((machine.job.anchors ?? []).length > 0 || machine.job.motion.drives.some(({ train }) => train));

/** What turns a row over to where its twin stands; null where it has none. */
export const twinOver = ({ setOut: { twin }, stand }: ResolvedSetOut, z: number): Matrix4 | null =>
  twin && matrixOf(twinMap(twin, stand !== null, z));
