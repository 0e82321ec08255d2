import { helixPath, planOf, type SpaceContour } from '@coin-relay/core';
import { formatLength } from '../../units';
import type { KindOfPath } from '../kind';
import type { HelixPath } from './schema';

const laid = ({ centre, from, to, rise, turns, hand, start }: HelixPath): SpaceContour =>
  helixPath({ centre, from, to, rise: rise * turns, turns, hand, start });

export const helix: KindOfPath<HelixPath> = {
  kind: 'helix',
  plainUp: 'over-plane',
  words: ({ from, to }) => (from === to ? 'Helix' : 'Conical helix'),
  summary: ({ from, to, turns, rise }, { unit }) =>
    `${from === to ? 'Helix' : 'Conical helix'} of ${Number(turns.toFixed(3))} turns, ${formatLength(2 * Math.max(from, to), unit)} across, ${formatLength(Math.abs(rise), unit)} ${rise < 0 ? 'down' : 'up'} a turn`,
  contour: (path) => planOf(laid(path)),
  inSpace: laid,
  offers: [
    {
      id: 'helix',
      words: 'helix',
      group: 'ready shape',
      begin: ({ id }) => ({
        path: {
          kind: 'helix',
          id,
          name: 'Helix',
          centre: { x: 0, y: 0, z: 0 },
          from: 100,
          to: 100,
          rise: 60,
          turns: 3,
          hand: 'ccw',
          start: 0,
        },
        wheels: [],
      }),
    },
  ],
};
