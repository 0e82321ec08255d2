import { TAU } from '@coin-relay/core';
import { plainEntry, single, type Family, type MadeOf } from '../family';
import { count, length } from '../fields';
import { flatTop as figure } from './figure';
import type { FlatTop } from './schema';

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
  fields: [length('width', 'Width'), count('knuckles', 'Hinge eyes', 1, 20)],
  entries: [plainEntry('flat-top', 'Flat-top conveyor plate 38.1', () => flatTopPieces(38.1))],
  width: ({ width }) => width,
  figure,
  breadthAlong: ({ pitch }) => pitch,
} as const satisfies Family<FlatTop>;
