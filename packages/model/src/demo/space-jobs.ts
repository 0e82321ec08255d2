import {
  plankPieces,
  ROUND_LINK_SIZES,
  roundLinkPieces,
  stockSectionOf,
  sweptPieces,
  tubePieces,
  type JobPiece,
  type PieceOf,
  type Section,
} from '../families';
import { PLAIN_SETTING } from '../families/plain-setting';
import { PLAIN_SET_OUT } from '../job';
import type { Job, Upright } from '../job/schema';
import { frame, run } from './frame';
import { WATER } from './water-picture';
import { rule } from './rule';

const upright = (across: number): Upright => ({
  by: { by: 'fixed', up: { x: 0, y: 0, z: 1 } },
  roll: 0,
  alternate: 0,
  twist: 0,
  across,
});

/** The slide that winds down from the gallery: planks on two rails, wider towards its foot. */
export function windingSlide(): Job {
  const plank: JobPiece = {
    ...plankPieces(14).pieces[0],
    length: 58,
    width: 10,
    mass: 21,
    // On the rails with room for the thickest one: inside a bend a rail is steeper than the plank over it.
    setting: { ...PLAIN_SETTING, lift: 4.5 },
    variation: { seed: 5, size: 0.03, thickness: 0.08, turn: 0.02, wire: 0 },
  };
  const rail: JobPiece = {
    ...tubePieces(40).pieces[0],
    id: 'rail',
    name: 'Rail',
    behaviour: 'bending',
    length: 40,
    outer: 5,
    bore: 3,
    mass: 5,
  };
  const onRails = (id: string, name: string, across: number): Job['runs'][number] => ({
    ...run(name, ['rail'], 1, 'path'),
    id,
    upright: upright(across),
  });
  return {
    ...frame('Winding slide'),
    stands: 'lying',
    wheels: [],
    paths: [
      {
        kind: 'helix',
        id: 'loop',
        name: 'Slide',
        centre: { x: 0, y: 0, z: 300 },
        from: 130,
        to: 200,
        rise: -120,
        turns: 2.5,
        hand: 'ccw',
        start: -Math.PI / 2,
      },
    ],
    pieces: [plank, rail],
    runs: [
      { ...run('Planks', ['plank'], 1, 'path'), upright: upright(0) },
      onRails('inner', 'Inner rail', 21),
      onRails('outer', 'Outer rail', -21),
    ],
    motion: {
      framesPerSecond: 24,
      frames: 120,
      drives: [
        { run: 'row', pitches: 0 },
        { run: 'inner', pitches: 0 },
        { run: 'outer', pitches: 0 },
      ],
    },
  };
}

/** The endless chain of the counterweights: over four corners at different heights, every other link a quarter turn on. */
export function counterweightChain(): Job {
  const size = ROUND_LINK_SIZES.find(({ wire, standard }) => wire === 8 && standard === 'DIN 763');
  if (!size) throw new Error('no such round link');
  const [link] = roundLinkPieces(size).pieces;
  const corner = (x: number, y: number, z: number) => ({
    x,
    y,
    z,
    radius: 90,
    next: { kind: 'line' as const },
  });
  return {
    ...frame('Counterweight chain'),
    wheels: [],
    paths: [
      {
        kind: 'space',
        id: 'loop',
        name: 'Over the four corners',
        closed: true,
        points: [corner(0, 0, 0), corner(420, 60, 0), corner(420, 360, -260), corner(0, 300, -220)],
      },
    ],
    pieces: [{ ...link, id: 'link', name: 'Link' }],
    runs: [
      {
        ...run('Chain', ['link'], 2, 'path'),
        upright: { by: { by: 'least-twist' }, roll: 0, alternate: Math.PI / 2, twist: 0, across: 0 },
      },
    ],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 8 }] },
  };
}

/** A boat of the canal, seen from above: a hull, and what sits in it. */
function boat(id: string, name: string, seat: string, material: string): PieceOf<'own'> {
  const hull = 'M4 0C14 14 34 15 52 11L56 0L52 -11C34 -15 14 -14 4 0Z';
  return {
    family: 'own',
    id,
    name,
    pitch: 60,
    outline: [
      {
        data: hull,
        material: 'wood',
        line: true,
        plate: { thick: 12, middle: 6, ease: 3 },
      },
      { data: seat, material, line: true, plate: { thick: 8, middle: 14, ease: 2 } },
    ],
    pins: { from: { x: 0, y: 0 }, to: { x: 60, y: 0 } },
    source: '',
    mass: 180,
  };
}

/** A part of the canal's bed: a section along the whole canal, in the middle of it and on its level where nothing else is said. */
const alongCanal = (id: string, name: string, { across = 0, above = 0 }): Job['runs'][number] => ({
  ...run(name, [id], 1, 'path'),
  id,
  sideways: above,
  upright: upright(across),
});

function canalPart(id: string, name: string, material: string, section: Section, pitch: number): JobPiece {
  return {
    ...sweptPieces(section, pitch).pieces[0],
    ...{ id, name, finish: { material, line: true, picture: null } },
  };
}

/** The swan boats on the canal: it rises to the upper basin and comes down again; a swan before them, a lantern behind. */
export function swanBoats(): Job {
  return {
    ...frame('Swan boats'),
    stands: 'lying',
    wheels: [],
    paths: [
      {
        kind: 'shape',
        id: 'loop',
        name: 'Canal',
        shape: { of: 'rectangle', x: 0, y: 0, width: 900, height: 420, corner: 180, tilt: 0 },
        profile: {
          smooth: true,
          stations: [
            { at: 0, z: 0 },
            { at: 0.12, z: 0 },
            { at: 0.32, z: 70 },
            { at: 0.55, z: 70 },
            { at: 0.78, z: 0 },
          ],
        },
      },
    ],
    materials: [
      { id: 'water', name: 'Canal water', colour: '#7fa3a6', metal: 0, rough: 0.15 },
      { id: 'slate', name: 'Slate', colour: '#6d6a66', metal: 0, rough: 0.8 },
    ],
    pieces: [
      canalPart('bed', 'Bed', 'slate', stockSectionOf('trough', 86, 24, 3), 120),
      canalPart('rim', 'Rim', 'wood', stockSectionOf('rectangle', 8, 4, 1), 120),
      {
        ...canalPart('water', 'Water', 'water', stockSectionOf('rectangle', 73, 2, 1), 90),
        finish: {
          material: 'water',
          line: true,
          // Waves over all of it, from one to the next.
          picture: { picture: WATER.hash, x: 0, y: 36.5, width: 90, height: 73 },
        },
      },
      boat('boat', 'Boat', 'M18 -5H42V5H18Z', 'red'),
      boat(
        'swan',
        'Swan',
        'M44 -4C52 -4 58 -2 60 0C58 2 52 4 44 4C30 9 20 7 14 0C20 -7 30 -9 44 -4Z',
        'paper',
      ),
      boat('lantern', 'Lantern boat', 'M26 -5L31 -7L36 -5L38 0L36 5L31 7L26 5L24 0Z', 'glass'),
    ],
    runs: [
      alongCanal('bed', 'Bed', { above: -8 }),
      { ...alongCanal('rim', 'Left rim', { across: 42, above: 6 }), id: 'left' },
      { ...alongCanal('rim', 'Right rim', { across: -42, above: 6 }), id: 'right' },
      alongCanal('water', 'Water', { above: -2.2 }),
      {
        ...run('Boats', ['boat'], 1, 'path'),
        upright: upright(0),
        fit: {
          ...run('Boats', ['boat'], 1, 'path').fit,
          lay: {
            stretch: { by: 'part', from: 0.05, to: 0.6135 },
            inset: [0, 0],
            ends: 'pins',
            rest: 'end',
            middle: null,
            beyond: 'stop',
          },
        },
        setOut: {
          ...PLAIN_SET_OUT,
          rules: [rule('tail', { role: 'first' }, 'lantern'), rule('head', { role: 'last' }, 'swan')],
        },
      },
    ],
    motion: {
      framesPerSecond: 24,
      frames: 120,
      drives: [
        ...['bed', 'left', 'right', 'row'].map((id) => ({ run: id, pitches: 0 })),
        { run: 'water', pitches: 3 },
      ],
    },
  };
}
