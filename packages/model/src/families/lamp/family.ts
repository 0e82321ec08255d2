import { plainEntry, single, type Family, type MadeOf } from '../family';
import { PLAIN_SETTING } from '../plain-setting';
import { lamp as figure } from './figure';
import { lampFields, type Lamp } from './piece';

/** A lamp for a spacing, hanging upright, with proportions that look right. */
export const lampPieces = (pitch: number): MadeOf<Lamp> =>
  single({
    family: 'lamp',
    id: 'lamp',
    name: 'Lamp',
    form: 'bulb',
    pitch,
    diameter: pitch * 0.3,
    cord: pitch * 0.2,
    setting: { ...PLAIN_SETTING, facing: 'upright' },
  });

export const lamp = {
  id: 'lamp',
  words: { title: 'Lamps', one: 'lamp', many: 'lamps' },
  behaviour: 'carried',
  tolerance: { part: 0.15, why: 'the eye does not see less between lamps' },
  articulation: null,
  about: 'A hanging lamp.',
  fields: lampFields,
  entries: [
    plainEntry('lamp-bulb', 'Lamp on a cord', () => lampPieces(60)),
    plainEntry('lamp-lantern', 'Lantern', () => lampPieces(80), { form: 'lantern', diameter: 30, cord: 12 }),
  ],
  width: () => 0,
  figure,
  lengthAlong: ({ diameter }) => diameter,
  look: ({ form }) => form,
} as const satisfies Family<Lamp>;
