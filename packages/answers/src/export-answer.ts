import {
  exportedFiles,
  EXPORTS,
  writeExport,
  type ExportedFile,
  type ExportHere,
  type NamedFile,
  type Wanted,
} from '@coin-relay/formats';
import { RelayError } from '@coin-relay/core';
import { parseJob } from '@coin-relay/model';

/**
 * Writes a job as one of the exports. Pictures on pieces are in it where the platform has them.
 * @param as the id of the export
 * @param run the rows that are asked for; the first of them where one is
 * @throws RelayError request-invalid for an export that is none; whatever keeps the job from being fitted
 */
export async function exportAnswer(
  document: unknown,
  as: string,
  run?: string | readonly string[],
  options: Readonly<Record<string, unknown>> = {},
  here: ExportHere = {},
): Promise<ExportedFile> {
  const runs = typeof run === 'string' ? [run] : run;
  return writeExport(EXPORTS, parseJob(document), as, { runs, options }, here);
}

/**
 * The files of an export that holds several, one after the other.
 * @throws RelayError request-invalid for one that holds a single one; as exportAnswer
 */
export async function exportFilesAnswer(
  document: unknown,
  as: string,
  wanted: Wanted,
  runs?: readonly string[],
  options: Readonly<Record<string, unknown>> = {},
  here: ExportHere = {},
): Promise<{ readonly files: AsyncIterable<NamedFile>; readonly leftOut: readonly string[] }> {
  const found = await exportedFiles(EXPORTS, parseJob(document), as, wanted, { runs, options }, here);
  if (found) return found;
  throw new RelayError('request-invalid', `The export “${as}” is one file: write it with --out FILE.`, {
    field: 'as',
  });
}
