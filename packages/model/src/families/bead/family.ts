import { plainEntry, single, type Family, type MadeOf } from '../family';
import { bead as figure } from './figure';
import { beadFields, type Bead } from './piece';

/** A bead for a spacing, nearly touching its neighbours. */
export const beadPieces = (pitch: number): MadeOf<Bead> =>
  single({
    family: 'bead',
    id: 'bead',
    name: 'Bead',
    form: 'ball',
    pitch,
    diameter: pitch * 0.92,
    length: pitch * 0.92,
  });

export const bead = {
  id: 'bead',
  words: { title: 'Beads', one: 'bead', many: 'beads' },
  behaviour: 'carried',
  tolerance: { part: 0.05, why: 'beads touch, or show their thread' },
  articulation: null,
  about: 'A bead on a thread.',
  fields: beadFields,
  entries: [
    plainEntry('bead-ball', 'Ball bead', () => beadPieces(10)),
    plainEntry('bead-oval', 'Oval bead', () => beadPieces(14), { form: 'oval', diameter: 8, length: 12 }),
    plainEntry('bead-disc', 'Disc bead', () => beadPieces(5), { form: 'disc', diameter: 12, length: 4 }),
    plainEntry('bead-facet', 'Cut bead', () => beadPieces(12), { form: 'facet', diameter: 10, length: 11 }),
  ],
  width: ({ diameter }) => diameter,
  figure,
  lengthAlong: ({ length: along }) => along,
  look: ({ form }) => form,
} as const satisfies Family<Bead>;
