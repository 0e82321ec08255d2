import {
  beltPieces,
  BELT_SIZES,
  CHAIN_SIZES,
  chainPieces,
  beadPieces,
  shoePieces,
  type JobPiece,
} from '../families';
import type { MadePieces } from '../catalogue';
import type { Job, Run, Wheel } from '../job/schema';
import { withFreshIds } from '../pieces';
import { frame, run } from './frame';

type Turn = 'ccw' | 'cw';

/**
 * What is under the floor of the arcade: one motor drives the coin lift, the show track and the bead
 * curtain, by belts, chains, a pair of gears and shafts, and a crank works the coin plate.
 */
export function arcadeDrive(): Job {
  const pieces: JobPiece[] = [];
  const take = (made: MadePieces): string[] => {
    const { pieces: fresh, renamed } = withFreshIds(made.pieces, new Set(pieces.map(({ id }) => id)));
    pieces.push(...fresh);
    return made.sequence.map((id) => renamed.get(id) ?? id);
  };
  const belt = take(beltPieces(sized(BELT_SIZES, 'L')));
  const lift = take(chainPieces(sized(CHAIN_SIZES, '08B'), 10));
  const cross = take(chainPieces(sized(CHAIN_SIZES, '10A')));
  const track = take(shoePieces(44));
  const beads = take({
    ...beadPieces(14),
    pieces: ['red', 'glass', 'blue', 'glass'].map((material, i) => ({
      ...beadPieces(14).pieces[0],
      id: `bead-${i + 1}`,
      name: `${material === 'glass' ? 'Clear' : material === 'red' ? 'Red' : 'Blue'} bead`,
      finish: { material, line: true, picture: null },
    })),
    sequence: ['bead-1', 'bead-2', 'bead-3', 'bead-4'],
  });
  const toothed = (id: string, name: string, x: number, y: number, teeth: number, piece: string): Wheel => ({
    id,
    name,
    x,
    y,
    size: { by: 'teeth', teeth, piece },
  });
  const plain = (id: string, name: string, x: number, y: number, radius: number): Wheel => ({
    id,
    name,
    x,
    y,
    size: { by: 'radius', radius },
  });
  const route = (id: string, name: string, stops: [string, Turn][]): Job['paths'][number] => ({
    kind: 'route',
    id,
    name,
    closed: true,
    stops: stops.map(([wheel, turn]) => ({ wheel, turn })),
  });
  const row = (id: string, name: string, sequence: string[], multiple: number): Run => ({
    ...run(name, sequence, multiple, 'path'),
    id,
    path: `${id}-way`,
  });
  return {
    ...frame('Arcade drive'),
    wheels: [
      toothed('motor', 'motor pulley', -1, 0, 20, belt[0]),
      toothed('line-pulley', 'line shaft pulley', 240, 0, 40, belt[0]),
      toothed('lift-foot', 'lift foot sprocket', 240, 0, 20, lift[0]),
      toothed('lift-head', 'lift head sprocket', 240, 317.5, 20, lift[0]),
      toothed('cross-near', 'cross shaft sprocket', 450, 0, 12, cross[0]),
      toothed('cross-far', 'far shaft sprocket', 696.8, 60, 12, cross[0]),
      toothed('far-pulley', 'far shaft pulley', 696.8, 60, 24, belt[0]),
      toothed('show-pulley', 'show pulley', 696.8, 298.1, 24, belt[0]),
      toothed('show-wheel', 'show track wheel', 696.8, 298.1, 8, track[0]),
      plain('show-idler', 'show track idler', 456, 310, 44),
      plain('capstan', 'bead capstan', 240, 317.5, 27),
      plain('curtain-left', 'curtain roller', -19, 345, 16),
      plain('curtain-low', 'curtain weight', 96, 190, 20),
    ],
    paths: [
      route('belt-way', 'Motor belt', [
        ['motor', 'ccw'],
        ['line-pulley', 'ccw'],
      ]),
      route('lift-way', 'Coin lift', [
        ['lift-foot', 'ccw'],
        ['lift-head', 'ccw'],
      ]),
      route('cross-way', 'Cross chain', [
        ['cross-near', 'ccw'],
        ['cross-far', 'ccw'],
      ]),
      route('show-way', 'Show belt', [
        ['far-pulley', 'ccw'],
        ['show-pulley', 'ccw'],
      ]),
      route('track-way', 'Show track', [
        ['show-wheel', 'ccw'],
        ['show-idler', 'ccw'],
      ]),
      route('beads-way', 'Bead curtain', [
        ['capstan', 'ccw'],
        ['curtain-left', 'ccw'],
        ['curtain-low', 'ccw'],
      ]),
    ],
    pieces,
    runs: [
      row('belt', 'Motor belt', belt, 1),
      row('lift', 'Lift chain', lift, 10),
      row('cross', 'Cross chain', cross, 2),
      row('show', 'Show belt', belt, 1),
      row('track', 'Show track', track, 1),
      row('beads', 'Beads', beads, 4),
    ],
    motion: {
      framesPerSecond: 24,
      frames: 240,
      drives: [
        { run: 'belt', pitches: 80 },
        {
          run: 'lift',
          pitches: 40,
          train: { by: 'belt', wheel: 'line-pulley', own: 'lift-foot', gears: null },
        },
        {
          run: 'cross',
          pitches: -12,
          train: { by: 'lift', wheel: 'lift-foot', own: 'cross-near', gears: [36, 72] },
        },
        {
          run: 'show',
          pitches: -24,
          train: { by: 'cross', wheel: 'cross-far', own: 'far-pulley', gears: null },
        },
        {
          run: 'track',
          pitches: -8,
          train: { by: 'show', wheel: 'show-pulley', own: 'show-wheel', gears: null },
        },
        { run: 'beads', pitches: 24, train: { by: 'lift', wheel: 'lift-head', own: 'capstan', gears: null } },
      ],
      breaths: [{ run: 'beads', what: 'size', amount: 0.25, seed: 12, period: 60, alike: 4 }],
    },
    anchors: [
      {
        id: 'plate',
        name: 'Coin plate',
        on: {
          kind: 'slider',
          wheel: 'lift-foot',
          radius: 26,
          angle: 0.6,
          rod: 124,
          x: 240,
          y: -120,
          direction: -Math.PI / 2,
          side: 1,
        },
      },
      { id: 'floor', name: 'Floor plate', on: { kind: 'fixed', x: 240, y: -262 } },
      { id: 'bell-crank', name: 'Bell crank', on: { kind: 'crank', wheel: 'motor', radius: 18, angle: 0 } },
      { id: 'bell-post', name: 'Bell post', on: { kind: 'fixed', x: -170, y: 96 } },
    ],
    ties: [
      {
        id: 'plate-spring',
        name: 'Coin plate spring',
        from: 'plate',
        to: 'floor',
        is: {
          kind: 'spring',
          wire: 5,
          diameter: 36,
          coils: 8,
          ends: 'closed-ground',
          free: 175,
          longest: null,
          modulus: 79_300,
        },
      },
      {
        id: 'bell-rope',
        name: 'Bell rope',
        from: 'bell-crank',
        to: 'bell-post',
        is: { kind: 'rope', diameter: 4, length: 216 },
      },
    ],
    measures: [{ id: 'lift-of-plate', name: 'Plate over the floor', from: 'plate', to: 'floor' }],
  };
}

function sized<T extends { readonly size: string }>(sizes: readonly T[], size: string): T {
  const found = sizes.find((entry) => entry.size === size);
  if (!found) throw new Error(`no size ${size}`);
  return found;
}
