import { pictureOf, type JobPicture } from './job-picture';
import type { Candidate } from '@coin-relay/core';
import {
  fittedRows,
  precomputeFrames,
  type FittedRow,
  type Job,
  type PrecomputedFrames,
} from '@coin-relay/model';
import type { NeighbourCut, NeighbourPoses, RowCrossing, RowReach } from '@coin-relay/scene';
import type { JobChanges } from './job-changes';
import {
  candidatesOf,
  fitRun,
  OpenJob,
  type AskedRow,
  type FitResult,
  type RestOfJob,
  type VersionedReply,
} from './open-job';
import { failed, replied, type Reply } from './reply';

const NOT_OPEN = failed('The job has to be opened in this thread first.');

/** The work of the fit worker; it keeps the job that is open. Tested without a worker. */
export function fitTasks() {
  let open: OpenJob | null = null;
  let held: readonly FittedRow[] = [];
  return {
    /** Takes a job that is worked on from now on. */
    openJob(job: Job): void {
      open = new OpenJob(job);
    },

    /** Takes changes of the open job. */
    changeJob(changes: JobChanges): void {
      open?.take(changes);
    },

    /** A row of the open job; nothing is fitted, and nothing sent, where the version that is there is still right. */
    row(run: string, has: number | null): VersionedReply {
      return open?.row(run, has) ?? { version: 0, reply: NOT_OPEN };
    },

    async cuts(run: string): Promise<Reply<readonly NeighbourCut[]>> {
      const looks = await import('./interference');
      return open?.cuts(run, looks) ?? NOT_OPEN;
    },

    async poses(run: string): Promise<Reply<NeighbourPoses>> {
      const looks = await import('./interference');
      return open?.poses(run, looks) ?? NOT_OPEN;
    },

    /** Which rows of the open job cut into each other; without how deep they reach, whether they may. */
    async crossings(
      reaches: ReadonlyMap<string, RowReach> | null,
    ): Promise<Reply<readonly RowCrossing[] | 'may cross'>> {
      const looks = await import('./interference');
      return open?.crossings(reaches, looks) ?? NOT_OPEN;
    },

    /** What other counts of a run would cost. */
    candidates(job: Job, run: string, around: number, many: number): Reply<readonly Candidate[]> {
      return candidatesOf(job, run, around, many);
    },

    /** The other rows of the open job, and the paths that none shows. */
    rest(asked: readonly AskedRow[], shown: string | null): RestOfJob {
      return (
        open?.rest(asked, shown) ?? { rows: asked.map(() => ({ version: 0, reply: NOT_OPEN })), sketches: [] }
      );
    },

    /** Fits a row of any job, which is not kept. */
    fit(job: Job, run: string): Reply<FitResult> {
      return fitRun(job, run);
    },

    /** What is to be seen of a job that is not open. */
    picture(job: Job): Reply<JobPicture> {
      return pictureOf(job);
    },

    /** Takes a row as it is fitted, for what is prepared next; null forgets those that were taken. */
    hold(row: FittedRow | null): void {
      held = row === null ? [] : [...held, row];
    },

    /**
     * What a job in motion has to have worked out ahead.
     * @param known whether its rows were taken; else they are fitted
     */
    prepare(job: Job, known: boolean, progress: (part: number) => void): Reply<PrecomputedFrames> {
      return replied(() => {
        let told = -1;
        return precomputeFrames(job, known ? held : fittedRows(job), (part) => {
          // Told in hundredths: a message for each frame would cost more than the frame.
          if (Math.floor(part * 100) === told) return;
          told = Math.floor(part * 100);
          progress(part);
        });
      });
    },
  };
}

export type FitTasks = ReturnType<typeof fitTasks>;
