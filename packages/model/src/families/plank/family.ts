import { plainEntry, single, type Family, type MadeOf } from '../family';
import { plank as figure } from './figure';
import { plankFields, type Plank } from './piece';

/** A cross-plank for a spacing, with proportions that look right. */
export const plankPieces = (pitch: number): MadeOf<Plank> =>
  single({
    family: 'plank',
    id: 'plank',
    name: 'Plank',
    pitch,
    length: pitch * 3,
    width: pitch * 0.82,
    nails: true,
  });

export const plank = {
  id: 'plank',
  words: { title: 'Cross-planks', one: 'plank', many: 'planks' },
  behaviour: 'carried',
  tolerance: { part: 0.1, why: 'the eye does not see less between planks' },
  articulation: null,
  about: 'A cross-plank, seen from above.',
  fields: plankFields,
  entries: [plainEntry('plank', 'Cross-plank', () => plankPieces(20))],
  width: ({ length: across }) => across,
  figure,
  lengthAlong: ({ width }) => width,
  breadthAlong: ({ width }) => width,
} as const satisfies Family<Plank>;
