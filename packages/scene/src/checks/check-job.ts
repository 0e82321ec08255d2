import { closeApproaches, fitRow, RelayError } from '@coin-relay/core';
import {
  machineOf,
  pieceWidth,
  precomputeFrames,
  resolveRun,
  resolveSetOut,
  type FittedRow,
  type Job,
} from '@coin-relay/model';
import { crossingsIn, neighbourCuts, type RowReach } from '../interference';
import { rowScene } from '../placing';
import { checkFitted, type CheckedRow } from './check';
import type { Finding } from './finding';

/**
 * Fits a job and checks it.
 * @param run only this one of its runs, without the machine
 * @param reachOf how deep its rows reach; where that is not said rows are not looked at in depth
 */
export function checkJob(job: Job, run?: string, reachOf?: (row: FittedRow) => RowReach): Finding[] {
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
  const rows = job.runs.flatMap(({ id }) => tried(id, () => fittedAndLooked(job, id)) ?? []);
  const machine = tried(null, () => machineOf(job, rows, precomputeFrames(job, rows)));
  const crossings = reachOf ? crossingsIn(job, rows, reachOf) : [];
  const looked = rows.map((row): CheckedRow => {
    const { id } = row.resolved.run;
    return { ...row, crossings: crossings.filter((each) => each.run === id) };
  });
  const all = checkFitted({ job, rows: looked, machine, problems });
  return run === undefined ? all : all.filter((entry) => entry.run === run);
}

function fittedAndLooked(job: Job, id: string): CheckedRow {
  const resolved = resolveRun(job, id);
  const fit = fitRow(resolved.source, resolved.request);
  const setOut = resolveSetOut(job, resolved.run, fit);
  return {
    resolved,
    fit,
    setOut,
    approaches: closeApproaches(fit.layout.path, pieceWidth(resolved.sequence)),
    cuts: neighbourCuts(rowScene(fit, setOut)),
  };
}
