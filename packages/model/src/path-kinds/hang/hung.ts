import { hang, RelayError, type HangBy } from '@coin-relay/core';
import { isStiff } from '../../families/piece';
import { restingHolds } from '../../resolve/resting-anchor';
import type { PathHolds, PathJob } from '../kind';
import { hungBetweenAnchors } from './between-anchors';
import type { HangPath } from './schema';

/** A hanging row, worked out: between its anchors as they stand at frame 0, where it has any. */
export const hangingOf = (job: PathJob, path: HangPath): ReturnType<typeof hang> =>
  hungOn(path, restingHolds(job));

/** A hanging row as what holds it stands. */
export function hungOn(path: HangPath, { job, anchorAt, lengthBy }: PathHolds): ReturnType<typeof hang> {
  const [a, b] = path.anchors ?? [null, null];
  const standing = hungBetweenAnchors(path, job);
  const from = standing?.from ?? (a === null ? null : anchorAt(a)) ?? path.from;
  const to = standing?.to ?? (b === null ? null : anchorAt(b)) ?? path.to;
  const driven = lengthBy(path.driven);
  return hang(from, to, driven === null ? hangBy(job, path) : { by: 'length', length: driven });
}

/** What decides how deep a row of a job hangs. */
function hangBy(job: PathJob, { by, name }: HangPath): HangBy {
  if (by.by !== 'count') return by;
  const piece = job.pieces.find((p) => p.id === by.piece);
  if (!piece)
    throw new RelayError('job-incomplete', `Path “${name}” hangs pieces that are not in this job.`, {
      field: 'paths',
    });
  return { by: 'count', count: by.count, pitch: piece.pitch, pieces: isStiff(piece) ? 'stiff' : 'bending' };
}
