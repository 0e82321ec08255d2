import { parallelContours } from '@coin-relay/core';
import { formatExact } from '../../units';
import { nameOf } from '../name-of';
import type { KindOfPath } from '../kind';
import type { ParallelPath } from './schema';

/** How near curves are followed by the arcs of their parallels, mm. */
const TOLERANCE = 1e-4;

export const parallel: KindOfPath<ParallelPath> = {
  kind: 'parallel',
  mayRise: true,
  words: ({ name }) => name,
  summary: ({ of, distance }, job) =>
    `${formatExact(Math.abs(distance), job.unit)} ${distance > 0 ? 'left' : 'right'} of ${nameOf(job, of)}`,
  contour: ({ of, distance, corners }, ground) =>
    parallelContours(ground.of(of), distance, { corners, tolerance: TOLERANCE })[0],
  needs: ({ of }) => [{ kind: 'path', id: of, at: ['of'] }],
  offers: [
    {
      id: 'parallel',
      words: 'its parallel',
      group: 'from this one',
      begin: ({ id, at }) =>
        at && {
          path: {
            kind: 'parallel',
            id,
            name: `Beside ${at.name}`.slice(0, 80),
            of: at.id,
            distance: -20,
            corners: 'round',
          },
          wheels: [],
        },
    },
  ],
};
