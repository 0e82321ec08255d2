import { RelayError } from '@coin-relay/core';
import { EXPORTS, fileName, type Content } from '@coin-relay/formats';
import { fittedRows, machineOf, parseJob, precomputeFrames, resolveRun } from '@coin-relay/model';

/** A file that a job is handed off as. Pictures on pieces are left out: a job names them, and does not carry them. */
export interface ExportedFile {
  readonly name: string;
  readonly type: string;
  readonly content: Content;
  /** What of the job is not in it, a sentence each. */
  readonly leftOut: readonly string[];
}

/**
 * Writes a job as one of the exports.
 * @param as the id of the export
 * @param run the rows that are asked for; the first of them where one is
 * @throws RelayError request-invalid for an export that is none; whatever keeps the job from being fitted
 */
export async function exportAnswer(
  document: unknown,
  as: string,
  run?: string | readonly string[],
  options: Readonly<Record<string, unknown>> = {},
): Promise<ExportedFile> {
  const found = EXPORTS.find(({ id }) => id === as);
  if (!found) {
    throw new RelayError(
      'request-invalid',
      `There is no export “${as}”. Take one of ${EXPORTS.map(({ id }) => id).join(', ')}.`,
      { field: 'as' },
    );
  }
  const job = parseJob(document);
  const rows = found.fitted ? fittedRows(job) : null;
  const machine = rows && machineOf(job, rows, precomputeFrames(job, rows));
  const named = run === undefined ? [] : typeof run === 'string' ? [run] : run;
  const runs = named.map((id) => resolveRun(job, id).run.id);
  const input = { job, machine, run: runs[0] ?? null, pictures: new Map<string, string>() };
  const content = await found.write(input, runs.length > 0 ? { runs, ...options } : options);
  const leftOut = found.leavesOut?.(input) ?? [];
  return { name: fileName(job.name, found.ending), type: found.type, content, leftOut };
}
