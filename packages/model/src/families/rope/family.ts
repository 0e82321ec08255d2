import { leastLay } from '@coin-relay/core';
import { single, type Family, type FamilyEntry, type MadeOf } from '../family';
import { rope as figure } from './figure';
import { strandWay } from './lay';
import { ropeFields, type Rope } from './piece';

/** A rope of strands so thick, laid so many of its own thicknesses long. */
export function ropePieces(
  strands: number,
  strand: number,
  lays: number,
  { core = 0, hand = 'right' }: Partial<Pick<Rope, 'core' | 'hand'>> = {},
): MadeOf<Rope> {
  const piece: Rope = {
    ...{ family: 'rope', id: 'rope', name: 'Rope', strands, strand, core, hand },
    pitch: leastLay(strands, strand / 2),
  };
  // How thick it is depends on its lay by little: twice about is near enough for a size that is not the trade’s.
  let pitch = piece.pitch;
  for (let k = 0; k < 3; k++) pitch = (lays * thickness({ ...piece, pitch })) / strands;
  return single({ ...piece, pitch: Number(pitch.toPrecision(3)) });
}

const thickness = (piece: Rope): number => {
  const { radius, r } = strandWay(piece, piece.pitch);
  return 2 * (radius + r);
};

const entry = (
  id: string,
  name: string,
  make: () => MadeOf<Rope>,
  material: string | null = null,
): FamilyEntry<Rope> => ({
  ...{ id, name, size: '', standard: '', pitch: make().pieces[0].pitch, massPerMetre: null },
  make: () => {
    const made = make();
    const finish = material === null ? {} : { finish: { material, line: true, picture: null } };
    return { ...made, pieces: made.pieces.map((piece) => ({ ...piece, name, ...finish })) };
  },
});

export const rope = {
  id: 'rope',
  words: { title: 'Laid ropes', one: 'strand step', many: 'strand steps' },
  behaviour: 'bending',
  tolerance: { part: 0.05, why: 'a rope is laid a little longer or shorter without harm' },
  articulation: null,
  about: 'What of a laid rope comes to one strand.',
  fields: ropeFields,
  // Wire ropes are laid at six to eight of their own thicknesses a lay, laid fibre ropes at three to three and a half (from memory).
  entries: [
    entry('rope-laid-3', 'Three-strand rope', () => ropePieces(3, 4, 3.3)),
    entry('rope-laid-4', 'Four-strand rope with a heart', () => ropePieces(4, 3, 3.5, { core: 1.2 })),
    entry('rope-wire-6', 'Wire rope of six strands', () => ropePieces(6, 2, 6.5, { core: 2 }), 'steel'),
  ],
  width: thickness,
  figure,
  conflict: ({ strands, strand, pitch }) =>
    pitch > strand
      ? null
      : {
          key: 'strand',
          words: `${strands} strands of ${strand} mm side by side take a lay of ${leastLay(strands, strand / 2)} mm at the least: the pitch is what comes to each, and has to be more than ${strand} mm.`,
        },
  overlaps: true,
  partsOfTurn: ({ strands }) => strands,
  runningDepth: (piece) => thickness(piece) / 2,
} as const satisfies Family<Rope>;
