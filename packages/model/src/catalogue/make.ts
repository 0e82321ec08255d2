import { PLAIN_SETTING, type JobPiece } from '../job/piece-schema';
import { chainDimensions, type ChainSize } from './roller-chain';
import { roundLinkMass, type RoundLinkSize } from './round-link';
import type { BeltSize } from './toothed-belt';

/** Pieces with the sequence they come in, and how neighbours lie on one another where it is not as usual. */
export interface MadePieces {
  readonly pieces: JobPiece[];
  readonly sequence: string[];
  readonly overlap?: 'linked';
}

const single = (piece: JobPiece): MadePieces => ({ pieces: [piece], sequence: [piece.id] });

/** The inner and the outer link of a roller chain; with `carrierEvery` 6, every third outer link carries a cup. */
export function chainPieces(size: ChainSize, carrierEvery = 0, rows = 1): MadePieces {
  const base = {
    family: 'roller-chain' as const,
    ...chainDimensions(size),
    mass: size.massPerMetre * size.pitch * rows,
    view: rows > 1 ? ('top' as const) : ('side' as const),
    rows,
    attachment: 'none' as const,
  };
  const pieces: JobPiece[] = [
    { ...base, id: 'inner', name: 'Inner link', part: 'inner' },
    { ...base, id: 'outer', name: 'Outer link', part: 'outer' },
  ];
  if (carrierEvery < 2) return { pieces, sequence: ['inner', 'outer'] };
  pieces.push({ ...base, id: 'carrier', name: 'Outer link with cup', part: 'outer', attachment: 'cup' });
  const sequence = Array.from({ length: carrierEvery }, (_, i) =>
    i === carrierEvery - 1 ? 'carrier' : i % 2 === 0 ? 'inner' : 'outer',
  );
  return { pieces, sequence };
}

/** Round links: face-on and edge-on in turn, or all aslant and linked. */
export function roundLinkPieces(size: RoundLinkSize, aslant = false): MadePieces {
  const { wire, pitch, width } = size;
  const base = {
    family: 'round-link' as const,
    size: size.size,
    wire,
    pitch,
    width,
    mass: roundLinkMass(wire, pitch, width),
  };
  if (aslant) {
    return { ...single({ ...base, id: 'slant', name: 'Round link', facing: 'slant' }), overlap: 'linked' };
  }
  return {
    pieces: [
      { ...base, id: 'face', name: 'Link face-on', facing: 'face' },
      { ...base, id: 'edge', name: 'Link edge-on', facing: 'edge' },
    ],
    sequence: ['face', 'edge'],
  };
}

/** A track shoe of a pitch, with proportions that look right. */
export function shoePieces(pitch: number): MadePieces {
  return single({
    family: 'track-shoe',
    id: 'shoe',
    name: 'Track shoe',
    pitch,
    thickness: pitch * 0.2,
    horn: pitch * 0.26,
    grouser: pitch * 0.12,
  });
}

/** One tooth of a toothed belt, repeated. */
export function beltPieces(size: BeltSize): MadePieces {
  return single({
    family: 'toothed-belt',
    id: 'tooth',
    name: 'Belt tooth',
    form: 'trapezoid',
    pitch: size.pitch,
    size: size.size,
    thickness: size.thickness,
    tooth: size.tooth,
  });
}

/** The other families at a pitch, with proportions that look right. */
export const MAKERS = {
  'flat-top': (pitch: number): MadePieces =>
    single({
      family: 'flat-top',
      id: 'plate',
      name: 'Conveyor plate',
      size: '',
      pitch,
      width: pitch * 2.17,
      knuckles: 3,
    }),
  'plain-belt': (pitch: number): MadePieces =>
    single({
      family: 'plain-belt',
      id: 'mark',
      name: 'Belt with mark',
      size: '',
      section: 'flat',
      pitch,
      thickness: pitch * 0.1,
    }),
  stitch: (pitch: number, kind: 'running' | 'back' | 'cross' | 'zigzag' = 'running'): MadePieces =>
    single({
      family: 'stitch',
      id: 'stitch',
      name: `${kind.charAt(0).toUpperCase()}${kind.slice(1)} stitch`,
      kind,
      pitch,
      thread: pitch * 0.2,
      width: kind === 'cross' || kind === 'zigzag' ? pitch * 0.9 : 0,
      gap: kind === 'running' ? pitch * 0.35 : 0,
      hole: pitch * 0.14,
    }),
  plank: (pitch: number): MadePieces =>
    single({
      family: 'plank',
      id: 'plank',
      name: 'Plank',
      pitch,
      length: pitch * 3,
      width: pitch * 0.82,
      nails: true,
    }),
  bead: (pitch: number): MadePieces =>
    single({
      family: 'bead',
      id: 'bead',
      name: 'Bead',
      form: 'ball',
      pitch,
      diameter: pitch * 0.92,
      length: pitch * 0.92,
    }),
  lamp: (pitch: number): MadePieces =>
    single({
      family: 'lamp',
      id: 'lamp',
      name: 'Lamp',
      form: 'bulb',
      pitch,
      diameter: pitch * 0.3,
      cord: pitch * 0.2,
      setting: { ...PLAIN_SETTING, facing: 'upright' },
    }),
  charm: (pitch: number): MadePieces =>
    single({ family: 'charm', id: 'charm', name: 'Charm', form: 'star', pitch, size: pitch * 0.9 }),
  tube: (pitch: number): MadePieces =>
    single({
      family: 'tube',
      id: 'tube',
      name: 'Tube',
      pitch,
      length: pitch * 0.97,
      outer: pitch * 0.25,
      bore: pitch * 0.17,
    }),
} as const;
