import {
  EXPORTS,
  pictureOf,
  writeExport,
  type ExportAsked,
  type ExportedFile,
  type Platform,
} from '@coin-relay/formats';
import type { Job } from '@coin-relay/model';
import { repliedLater, type Reply } from '../engine/reply';

/** Told which part of the way is done, 0 to 1. */
export type Told = (part: number) => void;

/** Told no more often than this, ms. */
const TOLD_EVERY = 100;

/** The work of the thread that writes files to hand off. Tested without a worker. */
export const handOffTasks = (platform: Platform | null) => ({
  /** Fits a job, and writes it as one of the exports. */
  write: (job: Job, as: string, asked: ExportAsked, told: Told): Promise<Reply<ExportedFile>> =>
    repliedLater(() => writeExport(EXPORTS, job, as, asked, { platform, progress: nowAndThen(told) })),
  /** A small picture of what an export would show, as a PNG file. */
  picture: (
    job: Job,
    as: string,
    asked: ExportAsked,
    width: number,
    height: number,
  ): Promise<Reply<Uint8Array>> =>
    repliedLater(() => pictureOf(EXPORTS, job, as, asked, { platform }, { width, height })),
});

export type HandOffTasks = ReturnType<typeof handOffTasks>;

function nowAndThen(told: Told): Told {
  let last = -Infinity;
  return (part) => {
    const now = performance.now();
    if (now - last < TOLD_EVERY) return;
    last = now;
    told(part);
  };
}
