import { stretchOf } from '@coin-relay/core';
import { nameOf } from '../name-of';
import type { KindOfPath } from '../kind';
import { mendStretch } from './mend';
import { stretchSchema, type StretchPath } from './schema';

export const stretch: KindOfPath<StretchPath> = {
  kind: 'stretch',
  mayRise: true,
  schema: stretchSchema,
  words: ({ name }) => name,
  summary: ({ of }, job) => `Stretch of ${nameOf(job, of)}`,
  contour: ({ of, picks, way }, ground) => stretchOf(ground.of(of), picks, way),
  needs: ({ of }) => [{ kind: 'path', id: of, at: ['of'] }],
  mend(path, _job, mend) {
    const mended = mendStretch(path, mend);
    return mended && { path: mended, wheels: [], words: '' };
  },
  offers: [
    { id: 'stretch', words: 'a stretch of it', group: 'from this one', byHand: 'picking', begin: () => null },
  ],
};
