import { TAU } from '@coin-relay/core';
import { plainEntry, single, type Family, type MadeOf } from '../family';
import { tube as figure } from './figure';
import { tubeFields, type Tube } from './piece';

/** A piece of tube for a pitch, with proportions that look right. */
export const tubePieces = (pitch: number): MadeOf<Tube> =>
  single({
    family: 'tube',
    id: 'tube',
    name: 'Tube',
    pitch,
    length: pitch * 0.97,
    outer: pitch * 0.25,
    bore: pitch * 0.17,
  });

export const tube = {
  id: 'tube',
  words: { title: 'Tube pieces', one: 'tube', many: 'tubes' },
  behaviour: 'stiff',
  tolerance: { part: 0.02, why: 'tubes touch, or show their gap' },
  articulation: { angle: TAU / 6, why: 'joints between tubes are made for' },
  about: 'A piece of tube of given length.',
  fields: tubeFields,
  entries: [plainEntry('tube', 'Tube piece', () => tubePieces(103), { length: 100 })],
  width: ({ outer }) => outer,
  figure,
  lengthAlong: ({ length: along }) => along,
  breadthAlong: ({ pitch }) => pitch,
  runningDepth: ({ outer }) => outer / 2,
} as const satisfies Family<Tube>;
