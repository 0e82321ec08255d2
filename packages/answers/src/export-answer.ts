import { EXPORTS, writeExport, type ExportedFile } from '@coin-relay/formats';
import { parseJob } from '@coin-relay/model';

/**
 * Writes a job as one of the exports. Pictures on pieces are left out.
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
  const runs = typeof run === 'string' ? [run] : run;
  return writeExport(EXPORTS, parseJob(document), as, { runs, options });
}
