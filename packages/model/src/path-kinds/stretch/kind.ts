import { stretchOf } from '@coin-relay/core';
import { nameOf } from '../name-of';
import type { KindOfPath } from '../kind';
import type { StretchPath } from './schema';

export const stretch: KindOfPath<StretchPath> = {
  kind: 'stretch',
  mayRise: true,
  words: ({ name }) => name,
  summary: ({ of }, job) => `Stretch of ${nameOf(job, of)}`,
  contour: ({ of, picks, way }, ground) => stretchOf(ground.of(of), picks, way),
  needs: ({ of }) => [{ kind: 'path', id: of, at: ['of'] }],
  offers: [
    { id: 'stretch', words: 'a stretch of it', group: 'from this one', byHand: 'picking', begin: () => null },
  ],
};
