import { single, type Family, type MadeOf } from '../family';
import { beltTooth, toothedBand } from './figure';
import { toothedPulley } from './pulley';
import { toothedBeltFields, type ToothedBelt } from './piece';
import { BELT_SIZES, type BeltSize } from './sizes';

/** One tooth of a toothed belt, repeated. */
export const beltPieces = (size: BeltSize): MadeOf<ToothedBelt> =>
  single({
    family: 'toothed-belt',
    id: 'tooth',
    name: 'Belt tooth',
    form: 'trapezoid',
    pitch: size.pitch,
    size: size.size,
    thickness: size.thickness,
    tooth: size.tooth,
  });

export const toothedBelt = {
  id: 'toothed-belt',
  words: { title: 'Toothed belt', one: 'tooth', many: 'teeth' },
  behaviour: 'bending',
  tolerance: { part: 0.002, why: 'teeth that are further off ride up on the pulley' },
  articulation: null,
  about: 'One tooth and its stretch of a belt: it bends with the path.',
  fields: toothedBeltFields,
  entries: BELT_SIZES.map((size) => ({
    id: `belt-${size.size}`,
    name: `Toothed belt ${size.size}`,
    size: size.size,
    standard: 'ISO 5296',
    pitch: size.pitch,
    massPerMetre: null,
    make: () => beltPieces(size),
  })),
  width: ({ thickness, tooth }) => thickness + tooth,
  figure: beltTooth,
  look: ({ form }) => form,
  band: toothedBand,
  onPin: true,
  runningDepth: (piece) => toothedBand(piece).inner,
  toothedWheel: toothedPulley,
} as const satisfies Family<ToothedBelt>;
