import type { JobPiece } from '../job/schema';
import type { BeltSize } from './toothed-belt';
import type { ChainSize } from './roller-chain';

/** The inner and the outer link of a roller chain; with `carrierEvery` 6, every third outer link carries a cup. */
export function chainPieces(size: ChainSize, carrierEvery = 0): { pieces: JobPiece[]; sequence: string[] } {
  const base = {
    family: 'roller-chain' as const,
    pitch: size.pitch,
    size: size.size,
    plateHeight: size.plateHeight,
    roller: size.roller,
    pin: size.pin,
  };
  const pieces: JobPiece[] = [
    { ...base, id: 'inner', name: 'Inner link', part: 'inner', carrier: false },
    { ...base, id: 'outer', name: 'Outer link', part: 'outer', carrier: false },
  ];
  if (carrierEvery < 2) return { pieces, sequence: ['inner', 'outer'] };
  pieces.push({ ...base, id: 'carrier', name: 'Outer link with cup', part: 'outer', carrier: true });
  const sequence = Array.from({ length: carrierEvery }, (_, i) =>
    i === carrierEvery - 1 ? 'carrier' : i % 2 === 0 ? 'inner' : 'outer',
  );
  return { pieces, sequence };
}

/** A track shoe of a pitch, with proportions that look right. */
export function shoePieces(pitch: number): { pieces: JobPiece[]; sequence: string[] } {
  const shoe: JobPiece = {
    family: 'track-shoe',
    id: 'shoe',
    name: 'Track shoe',
    pitch,
    thickness: pitch * 0.2,
    horn: pitch * 0.26,
    grouser: pitch * 0.12,
  };
  return { pieces: [shoe], sequence: ['shoe'] };
}

/** One tooth of a toothed belt, repeated. */
export function beltPieces(size: BeltSize): { pieces: JobPiece[]; sequence: string[] } {
  const tooth: JobPiece = {
    family: 'toothed-belt',
    id: 'tooth',
    name: 'Belt tooth',
    pitch: size.pitch,
    size: size.size,
    thickness: size.thickness,
    tooth: size.tooth,
  };
  return { pieces: [tooth], sequence: ['tooth'] };
}

/** The piece at another pitch: its other dimensions keep their proportions, and it is no trade size any more. */
export function withPitch(piece: JobPiece, pitch: number): JobPiece {
  const k = pitch / piece.pitch;
  switch (piece.family) {
    case 'roller-chain':
      return {
        ...piece,
        pitch,
        size: '',
        plateHeight: piece.plateHeight * k,
        roller: piece.roller * k,
        pin: piece.pin * k,
      };
    case 'track-shoe':
      return {
        ...piece,
        pitch,
        thickness: piece.thickness * k,
        horn: piece.horn * k,
        grouser: piece.grouser * k,
      };
    case 'toothed-belt':
      return { ...piece, pitch, size: '', thickness: piece.thickness * k, tooth: piece.tooth * k };
  }
}
