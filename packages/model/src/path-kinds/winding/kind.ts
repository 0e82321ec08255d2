import { planOf } from '@coin-relay/core';
import { formatExact } from '../../units';
import type { KindOfPath } from '../kind';
import { nameOf } from '../name-of';
import type { WindingPath } from './schema';
import { wound, woundBy } from './wound';

export const winding: KindOfPath<WindingPath> = {
  kind: 'winding',
  plainUp: 'outward',
  words: ({ name }) => name,
  summary(path, job) {
    if (path.wound.by === 'like') {
      const degrees = Number(((path.phase * 180) / Math.PI).toFixed(2));
      return `As ${nameOf(job, path.of)}, turned by ${degrees}°`;
    }
    const { own, of } = woundBy(job, path);
    return `${Number(own.turns.toFixed(3))} turns ${own.figure === 'plait' ? 'to and fro along' : 'round'} ${nameOf(job, of)}, ${formatExact(2 * own.radius, job.unit)} across`;
  },
  contour: (path, ground) => planOf(wound(path, ground).contour),
  inSpace: (path, ground) => wound(path, ground).contour,
  needs: ({ of }) => [{ kind: 'path', id: of, at: ['of'] }],
  offers: [
    {
      id: 'winding',
      words: 'one that winds round it',
      group: 'from this one',
      begin: ({ id, at }) =>
        at && {
          path: {
            kind: 'winding',
            id,
            name: `Round ${at.name}`.slice(0, 80),
            of: at.id,
            phase: 0,
            wound: { by: 'own', figure: 'round', radius: 5, depth: 2.5, turns: 8, hand: 'right' },
          },
          wheels: [],
        },
    },
  ],
};
