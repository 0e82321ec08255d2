import { RelayError } from '@coin-relay/core';
import { EXPORTS, fileName } from '@coin-relay/formats';
import { fittedRows, machineOf, parseJob, precomputeFrames, resolveRun } from '@coin-relay/model';

/** A file that a job is handed off as. Pictures on pieces are left out: a job names them, and does not carry them. */
export interface ExportedFile {
  readonly name: string;
  readonly type: string;
  readonly text: string;
  /** What of the job is not in it, a sentence each. */
  readonly leftOut: readonly string[];
}

/**
 * Writes a job as one of the exports.
 * @param as the id of the export
 * @throws RelayError request-invalid for an export that is none; whatever keeps the job from being fitted
 */
export function exportAnswer(
  document: unknown,
  as: string,
  run?: string,
  options: unknown = {},
): ExportedFile {
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
  const of = run === undefined ? null : resolveRun(job, run).run.id;
  const input = { job, machine, run: of, pictures: new Map<string, string>() };
  const text = found.write(input, options);
  const leftOut = found.leavesOut?.(input) ?? [];
  return { name: fileName(job.name, found.ending), type: found.type, text, leftOut };
}
