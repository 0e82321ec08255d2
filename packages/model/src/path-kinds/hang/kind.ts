import { hangContour } from '@coin-relay/core';
import { formatLength } from '../../units';
import type { KindOfPath } from '../kind';
import { hungBetweenAnchors } from './between-anchors';
import { hungOn } from './hung';
import type { HangPath } from './schema';

export const hang: KindOfPath<HangPath> = {
  kind: 'hang',
  words: () => 'Hanging row',
  summary({ by }, { unit }) {
    if (by.by === 'count') return `Hanging row of ${by.count}`;
    return by.by === 'sag'
      ? `Hanging row, ${formatLength(by.sag, unit)} deep`
      : `Hanging row, ${formatLength(by.length, unit)} long`;
  },
  ownPlane: (path, job) => hungBetweenAnchors(path, job)?.plane ?? null,
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
