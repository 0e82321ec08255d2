import { plainEntry, single, type Family, type MadeOf } from '../family';
import { sweptBand, sweptStretch } from './figure';
import { sweptFields, type Swept } from './piece';
import { sectionFault, sectionLook, stockSectionOf } from './section';
import type { Section } from './section-schema';

/** What is on a band repeats so many mm where nothing is said. */
const REPEAT = 50;

/** A band of a section. */
export const sweptPieces = (section: Section, pitch = REPEAT): MadeOf<Swept> =>
  single({ family: 'swept', id: 'band', name: 'Band', pitch, section, ends: 'capped' });

const entry = (
  id: string,
  name: string,
  section: Section,
  material: string,
): ReturnType<typeof plainEntry<Swept>> =>
  plainEntry(id, name, () => sweptPieces(section), { finish: { material, line: true, picture: null } });

export const swept = {
  id: 'swept',
  words: { title: 'Bands and rails', one: 'repeat', many: 'repeats' },
  behaviour: 'bending',
  tolerance: { part: 0.1, why: 'what is on a band may be a little longer or shorter' },
  articulation: null,
  about:
    'A section carried along the path: a band, a rail, a tube, a bed. Its pitch is what is on it repeats by.',
  fields: sweptFields,
  entries: [
    entry('flat-band', 'Flat band', stockSectionOf('rectangle', 2, 20, 1), 'leather'),
    entry('guide-rail', 'Guide rail', stockSectionOf('rail', 8, 10, 1), 'steel'),
    entry('round-bar', 'Round bar', stockSectionOf('round', 6, 6, 1), 'brass'),
    entry('hose', 'Hose', stockSectionOf('tube', 16, 16, 2), 'rubber'),
    entry('channel', 'Channel', stockSectionOf('channel', 30, 14, 2), 'steel'),
    entry('canal-bed', 'Canal bed', stockSectionOf('trough', 60, 16, 2), 'copper'),
    entry('half-pipe', 'Half pipe', stockSectionOf('half-pipe', 30, 15, 1.5), 'copper'),
  ],
  width: ({ section }) => {
    const [x0, , x1] = sectionLook(section).measures.bounds;
    return x1 - x0;
  },
  figure: sweptStretch,
  band: sweptBand,
  overlaps: true,
  conflict: ({ section }) => {
    const words = sectionFault(section);
    return words === null ? null : { key: 'section', words };
  },
  runningDepth: (piece) => sweptBand(piece).inner,
} as const satisfies Family<Swept>;
