import type { MeasuredPath, UpRule } from '@coin-relay/core';
import type { Job, JobPath } from '../job/schema';
import { wound } from '../path-kinds/winding/wound';
import { groundOf } from './path';
import { restingHolds } from './resting-anchor';

/** Up is told at so many places of a winding at the most, and turns evenly between them. */
const MOST_PLACES = 1_000;

/** Away from the path that one winds round; as that carries its pieces where it winds round none. */
export function outwardRule(job: Job, path: JobPath | undefined, laid: MeasuredPath): UpRule {
  if (path?.kind !== 'winding') return { by: 'least-twist' };
  const { outward } = wound(path, groundOf(job, path, restingHolds(job)));
  const places = outward.length / 3;
  const every = Math.ceil(places / MOST_PLACES);
  return {
    by: 'stations',
    // A fitted row may have scaled its path: places are parts of it, and its pieces are as many.
    stations: Array.from({ length: Math.ceil(places / every) }, (_, i) => i * every).map((k) => ({
      s: laid.pieceStarts[Math.min(k, laid.pieceStarts.length - 1)],
      up: { x: outward[3 * k], y: outward[3 * k + 1], z: outward[3 * k + 2] },
    })),
  };
}
