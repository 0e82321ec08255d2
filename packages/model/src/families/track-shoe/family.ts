import { TAU } from '@coin-relay/core';
import { plainEntry, single, type Family, type MadeOf } from '../family';
import { length } from '../fields';
import { trackShoe as figure } from './figure';
import type { TrackShoe } from './schema';

/** A track shoe of a pitch, with proportions that look right. */
export const shoePieces = (pitch: number): MadeOf<TrackShoe> =>
  single({
    family: 'track-shoe',
    id: 'shoe',
    name: 'Track shoe',
    pitch,
    thickness: pitch * 0.2,
    horn: pitch * 0.26,
    grouser: pitch * 0.12,
  });

export const trackShoe = {
  id: 'track-shoe',
  words: { title: 'Track shoe', one: 'shoe', many: 'shoes', joint: ['pin', 'pins'] },
  behaviour: 'stiff',
  tolerance: { part: 0.02, why: 'pins and bushes wear about as far' },
  articulation: { angle: TAU / 5, why: 'a drive wheel of five teeth asks for, the fewest in use' },
  fields: [
    length('thickness', 'Thickness'),
    length('horn', 'Guide horn', 0),
    length('grouser', 'Grouser', 0),
  ],
  entries: [plainEntry('shoe', 'Track shoe', () => shoePieces(50))],
  width: ({ thickness, grouser }) => thickness + grouser,
  figure,
  runningDepth: ({ thickness }) => thickness / 2,
} as const satisfies Family<TrackShoe>;
