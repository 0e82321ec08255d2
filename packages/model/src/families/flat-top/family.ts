import { TAU } from '@coin-relay/core';
import { plainEntry, single, type Family, type MadeOf } from '../family';
import { flatTop as figure } from './figure';
import { flatTopFields, type FlatTop } from './piece';

/** A conveyor plate of a pitch, with proportions that look right. */
export const flatTopPieces = (pitch: number): MadeOf<FlatTop> =>
  single({
    family: 'flat-top',
    id: 'plate',
    name: 'Conveyor plate',
    size: '',
    pitch,
    width: pitch * 2.17,
    knuckles: 3,
  });

export const flatTop = {
  id: 'flat-top',
  words: {
    title: 'Flat-top conveyor',
    one: 'plate',
    many: 'plates',
    joint: ['hinge pin', 'hinge pins'],
  },
  behaviour: 'stiff',
  tolerance: { part: 0.01, why: 'hinge pins leave little play' },
  articulation: { angle: TAU / 9, why: 'hinged plates are made for' },
  sidewise: { angle: TAU / 360, why: 'hinges leave out of their plane' },
  twist: { angle: TAU / 360, why: 'hinges leave' },
  about: 'A flat-top conveyor plate, seen from above.',
  fields: flatTopFields,
  entries: [plainEntry('flat-top', 'Flat-top conveyor plate 38.1', () => flatTopPieces(38.1))],
  width: ({ width }) => width,
  figure,
  breadthAlong: ({ pitch }) => pitch,
  // The eyes are wider than the pin where plates flex sidewise (common practice, no source).
  play: ({ pitch }) => 0.05 * pitch,
} as const satisfies Family<FlatTop>;
