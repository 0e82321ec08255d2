import { drawnSpacePath, planOf, spacePointPlaces } from '@coin-relay/core';
import type { KindOfPath } from '../kind';
import type { SpacePath } from './schema';

export const space: KindOfPath<SpacePath> = {
  kind: 'space',
  words: ({ name }) => name,
  summary: ({ name, points, closed }) =>
    `${name}, ${points.length} points in space, ${closed ? 'closed' : 'open'}`,
  contour: ({ points, closed }) => planOf(drawnSpacePath(points, closed)),
  inSpace: ({ points, closed }) => drawnSpacePath(points, closed),
  spots: ({ points }, measured, most) => (points.length > most ? null : spacePointPlaces(points, measured)),
  offers: [
    {
      id: 'space',
      words: 'by points in space',
      begin: ({ id }) => ({
        path: {
          kind: 'space',
          id,
          name: 'Path in space',
          closed: false,
          points: [
            { x: 0, y: 0, z: 0, radius: 0, next: { kind: 'line' } },
            { x: 200, y: 0, z: 0, radius: 60, next: { kind: 'line' } },
            { x: 200, y: 150, z: 120, radius: 60, next: { kind: 'line' } },
            { x: 0, y: 150, z: 120, radius: 0, next: { kind: 'line' } },
          ],
        },
        wheels: [],
      }),
    },
  ],
};
