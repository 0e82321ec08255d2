import { familyOf } from './piece';
import type { JobPiece } from './all';

/** Does the piece say of which trade size it is? */
const hasSize = (piece: JobPiece): boolean => 'size' in piece && typeof piece.size === 'string';

/** The piece at another pitch: its other dimensions keep their proportions, and it is no trade size any more. */
export function withPitch<P extends JobPiece>(piece: P, pitch: number): P {
  const k = pitch / piece.pitch;
  const { fields, scaled } = familyOf(piece);
  const numbers: Readonly<Record<string, unknown>> = piece;
  const lengths = fields
    .filter(({ kind }) => kind === 'length')
    .map(({ key }) => [key, Number(numbers[key]) * k]);
  return {
    ...piece,
    ...Object.fromEntries(lengths),
    ...scaled?.(piece, k),
    ...(hasSize(piece) ? { size: '' } : {}),
    // A piece of the same form weighs as its volume.
    ...(piece.mass === undefined ? {} : { mass: piece.mass * k ** 3 }),
    pitch,
  };
}

/** The piece with one of its fields changed; another dimension makes it no trade size any more. */
export function withField<P extends JobPiece>(piece: P, key: string, value: string | number | boolean): P {
  const field = familyOf(piece).fields.find((known) => known.key === key);
  if (!field) return piece;
  const other = field.kind === 'length' && hasSize(piece) ? { size: '' } : {};
  return { ...piece, ...other, [key]: value };
}
