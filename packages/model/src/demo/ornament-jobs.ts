import {
  charmPieces,
  flatTopPieces,
  lampPieces,
  plankPieces,
  stitchPieces,
  ROUND_LINK_SIZES,
  roundLinkPieces,
  type JobPiece,
} from '../families';
import { PLAIN_SETTING } from '../families/plain-setting';
import { PLAIN_SET_OUT } from '../job';
import type { HandTouch, Job } from '../job/schema';
import { frame, run } from './frame';
import { PLAIN_TOUCH, rule } from './rule';

const leftOut = (index: number): HandTouch => ({
  id: `gap-${index}`,
  at: { by: 'index', index },
  leftOut: true,
  piece: null,
  ...PLAIN_TOUCH,
});

/** Lamps between two posts: coloured by seed, a pennant after every fourth, a bell at both ends. */
export function lampFestoon(): Job {
  const lamp: JobPiece = { ...lampPieces(48).pieces[0], id: 'lamp', mass: 38 };
  const upright = lamp.setting;
  const pennant: JobPiece = {
    ...charmPieces(48).pieces[0],
    id: 'pennant',
    name: 'Pennant',
    form: 'pennant',
    size: 26,
    setting: upright,
    mass: 6,
  };
  const bell: JobPiece = {
    ...pennant,
    id: 'bell',
    name: 'Bell',
    form: 'bell',
    size: 34,
    mass: 90,
  };
  return {
    ...frame('Lamp festoon'),
    wheels: [],
    paths: [
      {
        kind: 'hang',
        id: 'loop',
        name: 'Between the posts',
        from: { x: 0, y: 0 },
        to: { x: 900, y: 40 },
        by: { by: 'length', length: 1000 },
      },
    ],
    pieces: [lamp, pennant, bell],
    runs: [
      {
        ...run('Lamps', ['lamp'], 1, 'path'),
        setOut: {
          ...PLAIN_SET_OUT,
          rules: [
            rule('pennants', { role: 'every', every: 4, start: 3, from: 'start' }, 'pennant'),
            rule('first', { role: 'first' }, 'bell', 'brass'),
            rule('last', { role: 'last' }, 'bell', 'brass'),
          ],
          finishes: { seed: 7, materials: ['glass', 'red', 'blue', 'glass', 'thread'] },
        },
      },
    ],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 0 }] },
  };
}

/** The seam round the bellows' board: two rows of saddle stitches, and a cross-stitch at each corner's middle. */
export function bellowsSeam(): Job {
  const stitch: JobPiece = {
    ...stitchPieces(7, 'running').pieces[0],
    thread: 1.5,
    gap: 1.6,
    hole: 1.1,
    mass: 0.03,
  };
  const cross: JobPiece = {
    ...stitch,
    id: 'cross',
    name: 'Cross stitch',
    kind: 'cross',
    width: 5,
    gap: 0,
    mass: 0.08,
  };
  return {
    ...frame('Bellows seam'),
    wheels: [],
    paths: [
      {
        kind: 'shape',
        id: 'loop',
        name: 'Seam of the board',
        shape: { of: 'rectangle', x: 0, y: 0, width: 240, height: 130, corner: 30, tilt: 0 },
      },
    ],
    pieces: [stitch, cross],
    runs: [
      {
        ...run('Seam', ['stitch'], 4, 'path'),
        setOut: {
          ...PLAIN_SET_OUT,
          rules: [rule('crosses', { role: 'every', every: 4, start: 0, from: 'start' }, 'cross', 'red')],
          rows: { count: 2, spacing: 9 },
        },
      },
    ],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 0 }] },
  };
}

/** The slide the coins come down: cross-planks on a curved track, hung from the ceiling beam. */
export function coinSlide(): Job {
  const plank: JobPiece = {
    ...plankPieces(18).pieces[0],
    length: 52,
    width: 13,
    mass: 24,
    variation: { seed: 12, size: 0.03, thickness: 0.1, turn: 0.04, wire: 0 },
  };
  const hanger: JobPiece = {
    ...charmPieces(72).pieces[0],
    id: 'hanger',
    name: 'Hanger',
    form: 'hanger',
    size: 40,
    setting: { ...PLAIN_SETTING, line: 0, flip: true, facing: 'upright' },
    mass: 30,
  };
  /** A point that the track flows through the way of its arm; each piece ends along the arm of the next point. */
  const arms = [
    { x: 90, y: 0 },
    { x: 80, y: -20 },
    { x: 90, y: 0 },
    { x: 60, y: -40 },
  ];
  const curve = (x: number, y: number, i: number) => {
    const end = arms[Math.min(i + 1, arms.length - 1)];
    const next = { kind: 'curve' as const, out: arms[i], in: { x: 0 - end.x, y: 0 - end.y } };
    return { x, y, flowing: true, next };
  };
  return {
    ...frame('Coin slide'),
    wheels: [],
    paths: [
      {
        kind: 'drawn',
        id: 'loop',
        name: 'Slide',
        closed: false,
        points: [curve(0, 190, 0), curve(240, 100, 1), curve(470, 60, 2), curve(680, -40, 3)],
      },
      {
        kind: 'drawn',
        id: 'beam',
        name: 'Ceiling beam',
        closed: false,
        points: [
          { x: -40, y: 260, next: { kind: 'line' } },
          { x: 320, y: 300, next: { kind: 'line' } },
          { x: 740, y: 260, next: { kind: 'line' } },
        ],
      },
    ],
    pieces: [plank, hanger],
    runs: [
      {
        ...run('Planks', ['plank'], 1, 'path'),
        id: 'row',
      },
      {
        ...run('Hangers', ['hanger'], 1, 'path'),
        id: 'hangers',
        // Behind the planks, which they hold.
        sideways: -8,
        setOut: { ...PLAIN_SET_OUT, reach: { path: 'beam', way: 'up' } },
      },
    ],
    motion: {
      framesPerSecond: 24,
      frames: 120,
      drives: [
        { run: 'row', pitches: 0 },
        { run: 'hangers', pitches: 0 },
      ],
    },
  };
}

/** The prize carousel: plates of a conveyor seen from above, with prizes on the first of them. */
export function prizeCarousel(): Job {
  const plate: JobPiece = {
    ...flatTopPieces(38.1).pieces[0],
    width: 60,
    mass: 52,
  };
  const charm = (id: string, name: string, form: 'star' | 'fish' | 'bell'): JobPiece => ({
    ...charmPieces(38.1).pieces[0],
    id,
    name,
    form,
    size: 32,
    setting: { ...PLAIN_SETTING, line: -14, flip: false, facing: 'path' },
    mass: 14,
  });
  const oval = { of: 'rectangle' as const, x: 0, y: 0, width: 460, height: 240, corner: 110, tilt: 0 };
  return {
    ...frame('Prize carousel'),
    stands: 'lying',
    wheels: [],
    paths: [{ kind: 'shape', id: 'loop', name: 'Carousel', shape: oval }],
    pieces: [
      plate,
      charm('star', 'Star', 'star'),
      charm('fish', 'Fish', 'fish'),
      charm('bell', 'Bell', 'bell'),
    ],
    runs: [
      {
        ...run('Plates', ['plate'], 1, 'path'),
        // Read by who stands round it.
        lettering: {
          ...{ text: '##', spelled: false, start: 1, step: 1, first: 1, every: 1, height: 9 },
          ...{ along: 0, across: -23, quarters: 0, upright: false, sides: 'front', material: 'red' },
        },
      },
      {
        ...run('Prizes', ['star'], 1, 'path'),
        id: 'prizes',
        // On the plates, clear of them also where they are as deep as the bells are.
        sideways: 18,
        setOut: {
          ...PLAIN_SET_OUT,
          order: { by: 'turn' },
          handed: {
            takes: 'both',
            items: ['fish', 'star', 'bell', 'fish', 'fish', 'star', 'bell', 'star'].map((piece, i) => ({
              id: `prize-${i + 1}`,
              piece,
              x: 0,
              y: 0,
              angle: 0,
            })),
          },
          byHand: [14, 15, 16].map(leftOut),
        },
      },
    ],
    motion: {
      framesPerSecond: 24,
      // Once round: no two prizes are alike for long enough to meet themselves earlier.
      frames: 960,
      drives: [
        { run: 'row', pitches: 32 },
        { run: 'prizes', pitches: 32 },
      ],
    },
  };
}

/** The chain that holds the anchor over the door: forged by hand, no two links alike. */
export function anchorChain(): Job {
  const size = ROUND_LINK_SIZES.find(({ wire, standard }) => wire === 8 && standard === 'DIN 763');
  if (!size) throw new Error('no such round link');
  const { pieces, sequence } = roundLinkPieces(size, true);
  const forged: JobPiece[] = pieces.map((piece) => ({
    ...piece,
    variation: { seed: 1889, size: 0.03, thickness: 0.06, turn: Math.PI / 36, wire: 0.3 },
  }));
  return {
    ...frame('Anchor chain'),
    wheels: [],
    paths: [
      {
        kind: 'hang',
        id: 'loop',
        name: 'Between the bollards',
        from: { x: 0, y: 0 },
        to: { x: 620, y: -40 },
        by: { by: 'length', length: 784 },
      },
    ],
    pieces: forged,
    runs: [{ ...run('Chain', sequence, 1, 'path'), setOut: { ...PLAIN_SET_OUT, overlap: 'linked' } }],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 0 }] },
  };
}
