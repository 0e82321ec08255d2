import { plainEntry, single, type Family, type MadeOf } from '../family';
import { beltMark, plainBand } from './figure';
import { plainBeltFields, type PlainBelt } from './piece';

/** A flat belt with a mark every so far, with proportions that look right. */
export const plainBeltPieces = (pitch: number): MadeOf<PlainBelt> =>
  single({
    family: 'plain-belt',
    id: 'mark',
    name: 'Belt with mark',
    size: '',
    section: 'flat',
    pitch,
    thickness: pitch * 0.1,
  });

export const plainBelt = {
  id: 'plain-belt',
  words: { title: 'Flat or vee belt', one: 'mark', many: 'marks' },
  behaviour: 'bending',
  tolerance: { part: 0.5, why: 'only the marks on it are so far apart' },
  articulation: null,
  about: 'A stretch of a flat or vee belt with its mark: it bends with the path.',
  fields: plainBeltFields,
  entries: [
    plainEntry('flat-belt', 'Flat belt', () => plainBeltPieces(40)),
    plainEntry('vee-belt', 'Vee belt', () => plainBeltPieces(40), { section: 'vee', thickness: 8 }),
  ],
  width: ({ thickness }) => thickness,
  figure: beltMark,
  band: plainBand,
  overlaps: true,
  runningDepth: (piece) => plainBand(piece).inner,
} as const satisfies Family<PlainBelt>;
