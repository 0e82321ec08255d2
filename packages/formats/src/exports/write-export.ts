import { RelayError } from '@coin-relay/core';
import { fittedRows, machineOf, precomputeFrames, resolveRun, type Job } from '@coin-relay/model';
import type { Content, Export, ExportFacts, ExportInput } from './export';
import { fileName } from './file-name';

/** A file that a job is handed off as. */
export interface ExportedFile {
  readonly name: string;
  readonly type: string;
  readonly content: Content;
  readonly facts: ExportFacts;
  /** What of the job is not in it, a sentence each. */
  readonly leftOut: readonly string[];
}

/** What is asked of an export besides the job. */
export interface ExportAsked {
  /** The rows that are asked for; the first of them where one is. All where none is named. */
  readonly runs?: readonly string[] | undefined;
  readonly options?: Readonly<Record<string, unknown>>;
  /** Pictures on pieces, by their name, as data addresses: a job names them, and does not carry them. */
  readonly pictures?: ReadonlyMap<string, string>;
}

/**
 * Fits a job, and writes it as one of the exports.
 * @param all the exports there are
 * @param as the id of the one
 * @throws RelayError request-invalid for an export that is none; whatever keeps the job from being fitted or written
 */
export async function writeExport(
  all: readonly Export[],
  job: Job,
  as: string,
  { runs: named = [], options = {}, pictures = new Map() }: ExportAsked = {},
): Promise<ExportedFile> {
  const found = all.find(({ id }) => id === as);
  if (!found) {
    throw new RelayError(
      'request-invalid',
      `There is no export “${as}”. Take one of ${all.map(({ id }) => id).join(', ')}.`,
      { field: 'as' },
    );
  }
  const rows = found.fitted ? fittedRows(job) : null;
  const machine = rows && machineOf(job, rows, precomputeFrames(job, rows));
  const runs = named.map((id) => resolveRun(job, id).run.id);
  const input: ExportInput = { job, machine, run: runs[0] ?? null, pictures };
  const asked = runs.length > 0 ? { runs, ...options } : options;
  const { content, facts } = await found.write(input, asked);
  const leftOut = found.leavesOut?.(input, asked) ?? [];
  return { name: fileName(job.name, found.ending), type: found.type, content, facts, leftOut };
}
