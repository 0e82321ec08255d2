import { fitRow } from '@coin-relay/core';
import {
  fittedRows,
  machineOf,
  precomputeFrames,
  resolveRun,
  resolveSetOut,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { checkRow, type CheckedRow } from './check';
import type { Finding } from './finding';

/** What the checks say of the first row of a job, its motion apart. */
export function findingsOf(job: Job, looked: Pick<CheckedRow, 'approaches' | 'cuts'> = {}): Finding[] {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  return checkRow(job, { resolved, fit, setOut: resolveSetOut(job, resolved.run, fit), ...looked });
}

/** A job as a machine, with all that is worked out ahead. */
export function running(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}
