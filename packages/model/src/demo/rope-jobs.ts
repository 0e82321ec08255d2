import { stockSectionOf, sweptPieces, tubePieces, type JobPiece } from '../families';
import { PLAIN_SETTING } from '../families/plain-setting';
import type { Job, WindingPath } from '../job/schema';
import { frame, run } from './frame';

/** Strands of the mast’s streamers, and how they wind. */
const STREAMERS = 3;
const MAST = 820;

/** A flat piece of an outline from pin to pin that bends with what it lies on. */
const cloth = (
  id: string,
  name: string,
  data: string,
  pitch: number,
  material: string,
  thick = 1.6,
): JobPiece => ({
  ...{ family: 'own', id, name, pitch, source: '', behaviour: 'bending' },
  outline: [{ data, material, line: true, plate: { thick, middle: 0, ease: thick / 4 } }],
  pins: { from: { x: 0, y: 0 }, to: { x: pitch, y: 0 } },
});

/** Three streamers wound round the pier’s mast, each one long body: a knob, a ribbon that narrows, a tassel. */
export function mastStreamers(): Job {
  const strand = (k: number): WindingPath => ({
    ...{ kind: 'winding', id: k === 0 ? 'loop' : `strand-${k + 1}`, name: `Streamer ${k + 1}` },
    of: k === 0 ? 'mast' : 'loop',
    phase: (2 * Math.PI * k) / STREAMERS,
    wound:
      k === 0
        ? {
            ...{ by: 'own', figure: 'round', radius: 46, depth: 20, turns: 2.5, hand: 'right', smooth: true },
            stations: [
              { at: 0, radius: 118, turn: 0 },
              { at: 0.35, radius: 46, turn: 0 },
              { at: 1, radius: 34, turn: 0 },
            ],
          }
        : { by: 'like' },
  });
  const ribbons = ['red', 'brass', 'glass'].map((material, k) =>
    cloth(`ribbon-${k + 1}`, `Ribbon ${k + 1}`, 'M0 -13H120V13H0Z', 120, material),
  );
  const knob = cloth('knob', 'Knob', 'M0 0A15 15 0 0 1 30 0A15 15 0 0 1 0 0Z', 30, 'wood', 18);
  const tassel = cloth(
    'tassel',
    'Tassel',
    'M68 -6H58L6 -19L10 -11L2 -9L8 -3L0 0L8 3L2 9L10 11L6 19L58 6H68Z',
    68,
    'cord',
    5,
  );
  const pole: JobPiece = {
    ...sweptPieces(stockSectionOf('round', 40, 40, 1), MAST).pieces[0],
    ...{ id: 'pole', name: 'Mast', finish: { material: 'wood', line: true, picture: null } },
  };
  return {
    ...frame('Mast streamers'),
    wheels: [],
    paths: [
      ...Array.from({ length: STREAMERS }, (_, k) => strand(k)),
      { kind: 'outline', id: 'mast', name: 'Mast', data: `M0 0V${MAST}` },
    ],
    pieces: [knob, ...ribbons, tassel, pole],
    runs: [
      { ...run('Mast', ['pole'], 1, 'path'), id: 'pole', path: 'mast' },
      ...ribbons.map((ribbon, k) => ({
        ...run(`Streamer ${k + 1}`, ['tassel', ribbon.id, 'knob'], 1, 'path'),
        id: k === 0 ? 'row' : `row-${k + 1}`,
        path: strand(k).id,
        fit: {
          ...run('', [], 1, 'path').fit,
          endToEnd: { gap: 0, body: { piece: ribbon.id, length: 1100 } },
        },
        shaping: {
          ...{ rides: true, smooth: true },
          stations: [
            { at: 0, scale: 1.25, roll: 0, lift: 0 },
            { at: 1, scale: 0.5, roll: 0, lift: 0 },
          ],
        },
      })),
    ],
    motion: {
      ...{ framesPerSecond: 24, frames: 120 },
      drives: [
        ...ribbons.map((_, k) => ({ run: k === 0 ? 'row' : `row-${k + 1}`, pitches: 0 })),
        { run: 'pole', pitches: 0 },
      ],
      breaths: ribbons.map((_, k) => ({
        ...{ run: k === 0 ? 'row' : `row-${k + 1}`, what: 'size' as const, amount: 0.3 },
        ...{ seed: 5 + k, period: 120, alike: 1 },
      })),
    },
  };
}

/** The bilge pump’s hose: padded, breathing as it is pumped to and fro, held by a spring in space. */
export function paddedHose(): Job {
  const pad: JobPiece = {
    ...tubePieces(26).pieces[0],
    ...{ id: 'pad', name: 'Pad', length: 25.4, outer: 44, bore: 22, behaviour: 'bending', mass: 21 },
    setting: PLAIN_SETTING,
    finish: { material: 'leather', line: true, picture: null },
  };
  const point = (x: number, y: number, z: number) => ({
    ...{ x, y, z, radius: 95 },
    next: { kind: 'line' as const },
  });
  return {
    ...frame('Padded hose'),
    wheels: [],
    paths: [
      {
        ...{ kind: 'space', id: 'loop', name: 'From pump to rail', closed: false },
        points: [
          point(0, 0, 0),
          point(300, 0, 0),
          point(380, 260, 120),
          point(660, 300, -60),
          point(820, 120, 0),
        ],
      },
    ],
    pieces: [pad],
    runs: [run('Hose', ['pad'], 1, 'path')],
    motion: {
      ...{ framesPerSecond: 24, frames: 120 },
      drives: [{ run: 'row', pitches: 2, manner: { way: 'to-and-fro', dwell: [6, 6], ease: [18, 18] } }],
      breaths: [{ run: 'row', what: 'size', amount: 0.22, seed: 11, period: 120, alike: 4 }],
    },
    anchors: [
      { id: 'hook', name: 'Hook', on: { kind: 'fixed', x: 400, y: 470, z: 60 } },
      { id: 'collar', name: 'Collar', on: { kind: 'rider', run: 'row', place: 22 } },
    ],
    ties: [
      {
        ...{ id: 'spring', name: 'Hose spring', from: 'hook', to: 'collar' },
        is: {
          ...{ kind: 'spring', wire: 4, diameter: 30, coils: 9, ends: 'closed-ground' },
          ...{ free: 170, longest: 320, modulus: 79_300 },
        },
      },
    ],
  };
}
