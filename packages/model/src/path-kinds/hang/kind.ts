import { hang as hangBetween, hangContour, RelayError, type HangBy } from '@coin-relay/core';
import { isStiff } from '../../families/piece';
import { restingHolds } from '../../resolve/resting-anchor';
import { formatLength } from '../../units';
import type { KindOfPath, PathHolds, PathJob } from '../kind';
import { hangSchema, type HangPath } from './schema';

export const hang: KindOfPath<HangPath> = {
  kind: 'hang',
  schema: hangSchema,
  words: () => 'Hanging row',
  summary({ by }, { unit }) {
    if (by.by === 'count') return `Hanging row of ${by.count}`;
    return by.by === 'sag'
      ? `Hanging row, ${formatLength(by.sag, unit)} deep`
      : `Hanging row, ${formatLength(by.length, unit)} long`;
  },
  contour: (path, ground) => hangContour(hungOn(path, ground)),
  needs: ({ by }) => (by.by === 'count' ? [{ kind: 'piece', id: by.piece, at: ['by', 'piece'] }] : []),
  holds: ({ anchors, driven }) => [
    ...(anchors ?? []).flatMap((id, k) =>
      id === null ? [] : [{ kind: 'anchor' as const, id, at: ['anchors', k] }],
    ),
    ...(driven ? [{ kind: 'measure' as const, id: driven.measure, at: ['driven', 'measure'] }] : []),
  ],
  letGo(path, isLost) {
    if (isLost('driven')) path.driven = null;
    if (path.anchors && isLost('anchors'))
      path.anchors = [
        isLost('anchors', 0) ? null : path.anchors[0],
        isLost('anchors', 1) ? null : path.anchors[1],
      ];
  },
  moves: ({ anchors, driven }) => (anchors?.some((anchor) => anchor !== null) ?? false) || Boolean(driven),
  withPiece: (path, isThere, piece) =>
    path.by.by === 'count' && !isThere(path.by.piece) ? { ...path, by: { ...path.by, piece } } : path,
  mend: (path, _job, mend) =>
    mend.do === 'reverse' ? { path: { ...path, from: path.to, to: path.from }, wheels: [], words: '' } : null,
  offers: [
    {
      id: 'hang',
      words: 'hanging between anchors',
      begin: ({ id }) => ({
        path: {
          kind: 'hang',
          id,
          name: 'Hanging row',
          from: { x: 0, y: 0 },
          to: { x: 300, y: 40 },
          by: { by: 'length', length: 360 },
        },
        wheels: [],
      }),
    },
  ],
};

/** A hanging row, worked out: between its anchors as they stand at frame 0, where it has any. */
export const hangingOf = (job: PathJob, path: HangPath): ReturnType<typeof hangBetween> =>
  hungOn(path, restingHolds(job));

/** A hanging row as what holds it stands. */
function hungOn(path: HangPath, { job, anchorAt, lengthBy }: PathHolds): ReturnType<typeof hangBetween> {
  const [a, b] = path.anchors ?? [null, null];
  const from = (a === null ? null : anchorAt(a)) ?? path.from;
  const to = (b === null ? null : anchorAt(b)) ?? path.to;
  const driven = lengthBy(path.driven);
  return hangBetween(from, to, driven === null ? hangBy(job, path) : { by: 'length', length: driven });
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
