import {
  beltPieces,
  BELT_SIZES,
  CHAIN_SIZES,
  chainPieces,
  shoePieces,
  type BeltSize,
  type ChainSize,
} from '../families';
import type { Job, Wheel } from '../job/schema';
import { frame, run } from './frame';
import { arcadeDrive } from './arcade';
import { strengthTester } from './band-jobs';
import { mastStreamers, paddedHose } from './rope-jobs';
import { beadString, curtainRope } from './strings';
import { counterweightChain, swanBoats, windingSlide } from './space-jobs';
import { WATER } from './water-picture';
import { anchorChain, bellowsSeam, coinSlide, lampFestoon, prizeCarousel } from './ornament-jobs';

/** Pictures that they have on them: PNG files under their SHA-256. */
export const demoPictures = (): readonly { readonly hash: string; readonly base64: string }[] => [WATER];

/** The arcade's machines, the one to look at first last. People, places and machines are invented. */
export function demoJobs(): readonly { id: string; job: Job }[] {
  return [
    { id: 'demo-swan-boats', job: swanBoats() },
    { id: 'demo-counterweight-chain', job: counterweightChain() },
    { id: 'demo-winding-slide', job: windingSlide() },
    { id: 'demo-mast-streamers', job: mastStreamers() },
    { id: 'demo-padded-hose', job: paddedHose() },
    { id: 'demo-strength-tester', job: strengthTester() },
    { id: 'demo-bead-string', job: beadString() },
    { id: 'demo-curtain-rope', job: curtainRope() },
    { id: 'demo-anchor-chain', job: anchorChain() },
    { id: 'demo-prize-carousel', job: prizeCarousel() },
    { id: 'demo-coin-slide', job: coinSlide() },
    { id: 'demo-bellows-seam', job: bellowsSeam() },
    { id: 'demo-lamp-festoon', job: lampFestoon() },
    { id: 'demo-barrier-chain', job: barrierChain() },
    { id: 'demo-drum-drive', job: drumDrive() },
    { id: 'demo-tin-beetle', job: tinBeetle() },
    { id: 'demo-arcade-drive', job: arcadeDrive() },
    { id: 'demo-coin-lift', job: coinLift() },
  ];
}

function coinLift(): Job {
  const { pieces, sequence } = chainPieces(chainSize('08B'), 6);
  return {
    ...frame('Coin lift'),
    wheels: [
      { id: 'drive', name: 'drive sprocket', x: 0, y: 0, size: { by: 'teeth', teeth: 17, piece: 'inner' } },
      { id: 'head', name: 'head sprocket', x: 393, y: 48, size: { by: 'teeth', teeth: 38, piece: 'inner' } },
      { id: 'idler', name: 'idler', x: 176, y: 92, size: { by: 'radius', radius: 30 } },
    ],
    paths: [
      {
        kind: 'route',
        id: 'loop',
        name: 'Lift chain route',
        closed: true,
        stops: [
          { wheel: 'drive', turn: 'ccw' },
          { wheel: 'head', turn: 'ccw' },
          { wheel: 'idler', turn: 'cw' },
        ],
      },
    ],
    pieces,
    runs: [run('Lift chain', sequence, 6, 'path')],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 18 }] },
  };
}

function tinBeetle(): Job {
  const { pieces, sequence } = shoePieces(53);
  const at: readonly [number, number, number][] = [
    [0, 60, 55],
    [120, 20, 40],
    [260, 20, 40],
    [400, 20, 40],
    [540, 20, 40],
    [660, 70, 50],
  ];
  const wheels = at.map(([x, y, radius], i): Wheel => ({
    id: `w${i + 1}`,
    name: i === 0 ? 'tail wheel' : i === at.length - 1 ? 'nose wheel' : `road wheel ${i}`,
    x,
    y,
    size: { by: 'radius', radius },
  }));
  return {
    ...frame('Tin beetle'),
    wheels,
    paths: [
      {
        kind: 'route',
        id: 'loop',
        name: 'Left track',
        closed: true,
        stops: wheels.map((wheel) => ({ wheel: wheel.id, turn: 'ccw' as const })),
      },
    ],
    pieces,
    runs: [run('Track', sequence, 1, 'pitch')],
    motion: { framesPerSecond: 24, frames: 96, drives: [{ run: 'row', pitches: 6 }] },
  };
}

/** Thirty links between two posts of the ticket barrier, and the line of the step in front of it. */
function barrierChain(): Job {
  const { pieces, sequence } = chainPieces(chainSize('10A'));
  return {
    ...frame('Barrier chain'),
    wheels: [],
    paths: [
      {
        kind: 'hang',
        id: 'loop',
        name: 'Between the posts',
        from: { x: 0, y: 0 },
        to: { x: 420, y: 35 },
        by: { by: 'count', count: 30, piece: 'inner' },
      },
      {
        kind: 'shape',
        id: 'step',
        name: 'Front step',
        shape: { of: 'rectangle', x: 210, y: -150, width: 520, height: 50, corner: 8, tilt: 0 },
      },
    ],
    pieces,
    runs: [run('Chain', sequence, 2, 'path')],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 0 }] },
  };
}

function drumDrive(): Job {
  const { pieces, sequence } = beltPieces(beltSize('L'));
  return {
    ...frame('Drum drive'),
    wheels: [
      { id: 'motor', name: 'motor pulley', x: 0, y: 0, size: { by: 'teeth', teeth: 20, piece: 'tooth' } },
      { id: 'drum', name: 'drum pulley', x: 260, y: 30, size: { by: 'teeth', teeth: 48, piece: 'tooth' } },
      { id: 'back', name: 'back idler', x: 116, y: 70, size: { by: 'radius', radius: 24 } },
    ],
    paths: [
      {
        kind: 'route',
        id: 'loop',
        name: 'Belt route',
        closed: true,
        stops: [
          { wheel: 'motor', turn: 'ccw' },
          { wheel: 'drum', turn: 'ccw' },
          { wheel: 'back', turn: 'cw' },
        ],
      },
    ],
    pieces,
    runs: [
      {
        ...run('Belt', sequence, 1, 'pitch'),
        lettering: {
          ...{ text: 'GULL PIER', spelled: false, start: 1, step: 1, first: 1, every: 6, height: 6 },
          ...{ along: 0, across: 0, quarters: 0, upright: true, sides: 'outside', material: 'thread' },
        },
      },
    ],
    motion: { framesPerSecond: 24, frames: 96, drives: [{ run: 'row', pitches: 24 }] },
  };
}

function chainSize(size: string): ChainSize {
  const found = CHAIN_SIZES.find((s) => s.size === size);
  if (!found) throw new Error(`no chain size ${size}`);
  return found;
}

function beltSize(size: string): BeltSize {
  const found = BELT_SIZES.find((s) => s.size === size);
  if (!found) throw new Error(`no belt size ${size}`);
  return found;
}
