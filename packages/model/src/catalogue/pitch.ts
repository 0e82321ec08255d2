import { parsePathData, scaleContour, writePathData } from '@coin-relay/core';
import type { JobPiece, OutlinePart } from '../job/piece-schema';

/** The dimensions of each family that keep their proportion to its pitch. */
const SCALED: Readonly<Record<Exclude<JobPiece['family'], 'own'>, readonly string[]>> = {
  'roller-chain': ['plateHeight', 'roller', 'pin', 'width', 'rowPitch'],
  'round-link': ['wire', 'width'],
  'flat-top': ['width'],
  'track-shoe': ['thickness', 'horn', 'grouser'],
  'toothed-belt': ['thickness', 'tooth'],
  'plain-belt': ['thickness'],
  stitch: ['thread', 'width', 'gap', 'hole'],
  plank: ['length', 'width'],
  bead: ['diameter', 'length'],
  lamp: ['diameter', 'cord'],
  charm: ['size'],
  tube: ['length', 'outer', 'bore'],
};

/** The piece at another pitch: its other dimensions keep their proportions, and it is no trade size any more. */
export function withPitch(piece: JobPiece, pitch: number): JobPiece {
  const k = pitch / piece.pitch;
  if (piece.family === 'own') {
    const place = ({ x, y }: { x: number; y: number }): { x: number; y: number } => ({ x: x * k, y: y * k });
    return {
      ...piece,
      pitch,
      outline: piece.outline.map((part) => scaledPart(part, k)),
      pins: { from: place(piece.pins.from), to: place(piece.pins.to) },
    };
  }
  const numbers = piece as unknown as Readonly<Record<string, number>>;
  const scaled = Object.fromEntries(SCALED[piece.family].map((key) => [key, numbers[key] * k]));
  const { mass, ...rest } = piece;
  return {
    ...rest,
    ...scaled,
    ...('size' in piece && typeof piece.size === 'string' ? { size: '' } : {}),
    // A piece of the same form weighs as its volume.
    ...(mass === undefined ? {} : { mass: mass * k ** 3 }),
    pitch,
  } as JobPiece;
}

function scaledPart(part: OutlinePart, k: number): OutlinePart {
  const about = { x: 0, y: 0 };
  return {
    ...part,
    data: parsePathData(part.data)
      .map((contour) => writePathData(scaleContour(contour, about, k), 6))
      .join(''),
    ...(part.points ? { points: part.points.map(({ x, y, round }) => ({ x: x * k, y: y * k, round })) } : {}),
  };
}
