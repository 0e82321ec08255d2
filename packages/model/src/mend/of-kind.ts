import { RelayError } from '@coin-relay/core';
import type { Job, JobPath, PathKind, PathOf } from '../job/schema';
import { mendHelix } from '../path-kinds/helix/mend';
import { mendRoute } from '../path-kinds/route/mend';
import { mendShape } from '../path-kinds/shape/mend';
import { mendSpace } from '../path-kinds/space/mend';
import { mendStretch } from '../path-kinds/stretch/mend';
import type { Mend, Mended } from './mends';

type MendOf<K extends PathKind> = (path: PathOf<K>, job: Job, mend: Mend) => Mended<JobPath> | null;

/**
 * How paths of a kind are mended in their own numbers; null for what cannot be said in them. They stand here and not
 * with the kinds, so that a page that only draws paths need not load what mends them.
 */
const MENDS: { readonly [K in PathKind]?: MendOf<K> } = {
  helix: (path, _job, mend) => only(mendHelix(path, mend)),
  route: mendRoute,
  shape: (path, _job, mend) => only(mendShape(path, mend)),
  space: mendSpace,
  stretch: (path, _job, mend) => only(mendStretch(path, mend)),
  hang: (path, _job, mend) =>
    mend.do === 'reverse' ? only({ ...path, from: path.to, to: path.from }) : null,
  winding({ name }) {
    throw new RelayError(
      'request-invalid',
      `“${name}” follows the path it winds round: mend that one, or change its own numbers.`,
    );
  },
};

const only = <P extends JobPath>(path: P | null): Mended<P> | null => path && { path, wheels: [], words: '' };

/** A path mended in its own numbers; null where that cannot be said in them. @throws RelayError from its kind */
export const mendOfKind = (path: JobPath, job: Job, mend: Mend): Mended<JobPath> | null =>
  (MENDS[path.kind] as MendOf<PathKind> | undefined)?.(path, job, mend) ?? null;
