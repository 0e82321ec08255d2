import { closeApproaches, fitRow, RelayError } from '@coin-relay/core';
import {
  machineOf,
  pieceWidth,
  precomputeFrames,
  resolveRun,
  resolveSetOut,
  type FittedRow,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import {
  crossingsIn,
  cutsOfPoses,
  neighbourCuts,
  neighbourPoses,
  type NeighbourCut,
  type NeighbourPoses,
  type RowReach,
} from '../interference';
import { rowScene } from '../placing';
import { checkFitted, type CheckedRow } from './check';
import type { Finding } from './finding';

/** What is asked of the solids of a row. */
export interface AskedSolids {
  /** How deep it reaches. */
  reach(row: FittedRow): RowReach;
  /** How deep its neighbours cut into each other in each pose, deeper than on a straight, mm; 0 where that is not spoken of. */
  depths(pieces: readonly JobPiece[], poses: NeighbourPoses): ArrayLike<number>;
}

/**
 * Fits a job and checks it.
 * @param run only this one of its runs, without the machine
 * @param solids of its rows; where these are not asked rows are not looked at in depth
 */
export function checkJob(job: Job, run?: string, solids?: AskedSolids): Finding[] {
  const problems: { run: string | null; message: string }[] = [];
  const tried = <T>(of: string | null, work: () => T): T | null => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      problems.push({ run: of, message: error.message });
      return null;
    }
  };
  const rows = job.runs.flatMap(({ id }) => tried(id, () => fittedAndLooked(job, id, solids)) ?? []);
  const machine = tried(null, () => machineOf(job, rows, precomputeFrames(job, rows)));
  const crossings = solids ? crossingsIn(job, rows, (row) => solids.reach(row)) : [];
  const looked = rows.map((row): CheckedRow => {
    const { id } = row.resolved.run;
    return { ...row, crossings: crossings.filter((each) => each.run === id) };
  });
  const all = checkFitted({ job, rows: looked, machine, problems });
  return run === undefined ? all : all.filter((entry) => entry.run === run);
}

function fittedAndLooked(job: Job, id: string, solids: AskedSolids | undefined): CheckedRow {
  const resolved = resolveRun(job, id);
  const fit = fitRow(resolved.source, resolved.request);
  const setOut = resolveSetOut(job, resolved.run, fit);
  return {
    resolved,
    fit,
    setOut,
    approaches: closeApproaches(fit.layout.path, pieceWidth(resolved.sequence)),
    cuts: cutsIn({ fit, setOut }, solids),
  };
}

/** In a plane by the outlines of its pieces, in space by their solids. */
function cutsIn(
  row: Pick<FittedRow, 'fit' | 'setOut'>,
  solids: AskedSolids | undefined,
): readonly NeighbourCut[] {
  const scene = rowScene(row.fit, row.setOut);
  if (!row.setOut.stand) return neighbourCuts(scene);
  if (!solids) return [];
  const poses = neighbourPoses(scene);
  return cutsOfPoses(poses, solids.depths(row.setOut.pieces, poses));
}
