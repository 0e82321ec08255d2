import { plainEntry, single, type Family, type MadeOf } from '../family';
import { charm as figure } from './figure';
import { charmFields, type Charm } from './piece';

/** A charm for a spacing, with proportions that look right. */
export const charmPieces = (pitch: number): MadeOf<Charm> =>
  single({ family: 'charm', id: 'charm', name: 'Charm', form: 'star', pitch, size: pitch * 0.9 });

export const charm = {
  id: 'charm',
  words: { title: 'Charms', one: 'charm', many: 'charms' },
  behaviour: 'carried',
  tolerance: { part: 0.15, why: 'the eye does not see less between charms' },
  articulation: null,
  about: 'A small thing that hangs from the path.',
  fields: charmFields,
  entries: [
    plainEntry('charm-star', 'Star', () => charmPieces(30)),
    plainEntry('charm-fish', 'Fish', () => charmPieces(30), { form: 'fish' }),
    plainEntry('charm-bell', 'Bell', () => charmPieces(30), { form: 'bell' }),
    plainEntry('charm-pennant', 'Pennant', () => charmPieces(30), { form: 'pennant' }),
    plainEntry('charm-hanger', 'Hanger', () => charmPieces(30), { form: 'hanger', size: 40 }),
  ],
  width: () => 0,
  figure,
  look: ({ form }) => form,
} as const satisfies Family<Charm>;
