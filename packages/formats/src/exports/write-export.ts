import { RelayError } from '@coin-relay/core';
import { fittedRows, machineOf, precomputeFrames, resolveRun, type Job } from '@coin-relay/model';
import type { Platform } from '../frames/platform';
import type { Content, Export, ExportFacts, ExportInput, NamedFile, Wanted } from './export';
import { fileName } from './file-name';
import { picturesIn } from './pictures-in';

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
  /** The rows that are asked for; all where none is named. */
  readonly runs?: readonly string[] | undefined;
  readonly options?: Readonly<Record<string, unknown>>;
}

/** What is not the job’s, but of where it is handed off. */
export interface ExportHere {
  /** What pictures are made with; null where none can be. */
  readonly platform?: Platform | null;
  readonly progress?: (part: number) => void;
}

/** An export that was found, and what it is given. */
export interface Found {
  readonly way: Export;
  readonly input: ExportInput;
  readonly options: Readonly<Record<string, unknown>>;
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
  asked: ExportAsked = {},
  here: ExportHere = {},
): Promise<ExportedFile> {
  const { way, input, options } = await foundIn(all, job, as, asked, here);
  const { content, facts, findings = [] } = await way.write(input, options);
  const leftOut = [...findings, ...(way.leavesOut?.(input, options) ?? [])];
  return { name: fileName(job.name, way.ending), type: way.type, content, facts, leftOut };
}

/**
 * The files of an export that holds several, one after the other.
 * @returns null for one that is a single file
 * @throws as writeExport
 */
export async function exportedFiles(
  all: readonly Export[],
  job: Job,
  as: string,
  wanted: Wanted,
  asked: ExportAsked = {},
  here: ExportHere = {},
): Promise<{ readonly files: AsyncIterable<NamedFile>; readonly leftOut: readonly string[] } | null> {
  const { way, input, options } = await foundIn(all, job, as, asked, here);
  const files = way.files?.(input, options, wanted);
  return files ? { files, leftOut: way.leavesOut?.(input, options) ?? [] } : null;
}

/** An export by its id, with the job fitted where it wants that. @throws as writeExport */
export async function foundIn(
  all: readonly Export[],
  job: Job,
  as: string,
  { runs: named = [], options = {} }: ExportAsked,
  { platform = null, progress = () => undefined }: ExportHere,
): Promise<Found> {
  const way = all.find(({ id }) => id === as);
  if (!way)
    throw new RelayError(
      'request-invalid',
      `There is no export “${as}”. Take one of ${all.map(({ id }) => id).join(', ')}.`,
      { field: 'as' },
    );
  const chosen = named.length > 0 ? named : options['runs'];
  if (Array.isArray(chosen) && chosen.length === 0)
    throw new RelayError('request-invalid', 'No row is chosen. Choose one at least.', { field: 'runs' });
  const rows = way.fitted ? fittedRows(job) : null;
  const machine = rows && machineOf(job, rows, precomputeFrames(job, rows));
  const runs = named.map((id) => resolveRun(job, id).run.id);
  const pictures = way.fitted ? await picturesIn(job, platform) : new Map<string, string>();
  const input: ExportInput = { job, machine, pictures, platform, progress };
  const asked = runs.length > 0 ? { runs, ...options } : options;
  // A row that was kept with a hand-off may be gone meanwhile.
  if (Array.isArray(asked['runs'])) for (const id of asked['runs']) resolveRun(job, String(id));
  return { way, input, options: asked };
}
