import { drawnContour, nearestOnPath } from '@coin-relay/core';
import type { KindOfPath } from '../kind';
import type { DrawnPath } from './schema';

export const drawn: KindOfPath<DrawnPath> = {
  kind: 'drawn',
  mayRise: true,
  words: ({ name }) => name,
  summary: ({ name, points, closed }) => `${name}, ${points.length} points, ${closed ? 'closed' : 'open'}`,
  contour: (path) => drawnContour(path),
  spots: ({ points }, measured, most) =>
    points.length > most ? null : points.map((point) => nearestOnPath(measured, point).s),
  offers: [
    {
      id: 'drawn',
      words: 'drawn on the sheet',
      byHand: 'placing',
      begin: ({ id }) => ({
        path: { kind: 'drawn', id, name: 'Drawn path', closed: false, points: [] },
        wheels: [],
      }),
    },
  ],
};
