import { fitRow } from '@coin-relay/core';
import type { Job } from '../job/schema';
import { resolveRun, resolveSetOut } from '../resolve';
import type { FittedRow } from './travel';

/**
 * Rows of a job, fitted and set out.
 * @throws RelayError of the first that cannot be
 */
export function fittedRows(job: Job, runs: Job['runs'] = job.runs): FittedRow[] {
  return runs.map(({ id }) => {
    const resolved = resolveRun(job, id);
    const fit = fitRow(resolved.source, resolved.request);
    return { resolved, fit, setOut: resolveSetOut(job, resolved.run, fit) };
  });
}
