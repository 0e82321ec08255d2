import { EXPORTS, writeExport, type ExportAsked, type ExportedFile } from '@coin-relay/formats';
import type { Job } from '@coin-relay/model';
import { repliedLater, type Reply } from './reply';

/** The work of the thread that writes files to hand off. Tested without a worker. */
export const handOffTasks = () => ({
  /** Fits a job, and writes it as one of the exports. */
  write: (job: Job, as: string, asked: ExportAsked): Promise<Reply<ExportedFile>> =>
    repliedLater(() => writeExport(EXPORTS, job, as, asked)),
});

export type HandOffTasks = ReturnType<typeof handOffTasks>;
