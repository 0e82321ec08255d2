import { TAU } from '@coin-relay/core';
import { plainEntry, single, type Family, type MadeOf } from '../family';
import { KNUCKLE, trackShoe as figure } from './figure';
import { trackShoeFields, type TrackShoe } from './piece';

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
  sidewise: { angle: TAU / 360, why: 'long pins leave' },
  twist: { angle: TAU / 360, why: 'long pins leave' },
  about: 'A shoe of a track, with a guide horn inside and a grouser outside.',
  fields: trackShoeFields,
  entries: [plainEntry('shoe', 'Track shoe', () => shoePieces(50))],
  width: ({ thickness, grouser }) => thickness + grouser,
  figure,
  // Its knuckles stand out a little from the plate.
  runningDepth: ({ thickness }) => (thickness / 2) * KNUCKLE,
  runsOnBody: true,
} as const satisfies Family<TrackShoe>;
