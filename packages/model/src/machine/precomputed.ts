import type { RowFrames } from '@coin-relay/core';
import type { Job, PathOf } from '../job/schema';

/** What was worked out ahead for every frame of the loop. Plain data: it crosses threads. */
export interface PrecomputedFrames {
  readonly rows: ReadonlyMap<string, RowFrames>;
  /** Of every rope and frame: x and y of the lowest place, a, and from where to where along it; NaN where it is taut. */
  readonly ropes: ReadonlyMap<string, Float64Array>;
  /** What could not be worked out, in words. */
  readonly problems: readonly { readonly of: string; readonly message: string }[];
}

export const NOTHING_PRECOMPUTED: PrecomputedFrames = { rows: new Map(), ropes: new Map(), problems: [] };

/** Numbers that a rope has in a frame. */
export const ROPE_NUMBERS = 5;

/** The frames of a row that were worked out ahead, where they were. */
export const precomputedRow = (prepared: PrecomputedFrames, run: string): RowFrames | null =>
  prepared.rows.get(run) ?? null;

/** Is there anything in a job that has to be worked out ahead? */
export const needsPrecomputing = (job: Job): boolean =>
  (job.motion.breaths ?? []).length > 0 ||
  (job.ties ?? []).some(({ is }) => is.kind === 'rope') ||
  hangingRuns(job).length > 0;

/** The runs on paths that hang between anchors. */
export function hangingRuns(job: Job): { run: string; path: PathOf<'hang'> }[] {
  return job.runs.flatMap(({ id, path: on }) => {
    const path = job.paths.find((entry) => entry.id === on);
    return path?.kind === 'hang' && (path.anchors?.some((anchor) => anchor !== null) || path.driven)
      ? [{ run: id, path }]
      : [];
  });
}
