import type { PieceOf } from '../families';
import { strandNearness } from '../families/rope/nearness';
import type { Unit } from '../job/parts';
import { formatLength } from '../units';

/** Nearer than this is no nearer, mm. */
const SAME = 5e-4;

/**
 * How the strands of a rope lie on each other, and what its tightest bend makes of that.
 * @param span what of a lay comes to one strand, mm
 * @param bend the radius of the tightest bend of its path, mm; infinite where it has none
 */
export function strandWords(piece: PieceOf<'rope'>, span: number, bend: number, unit: Unit): string {
  const { radius, handbookRadius, least, inBend } = strandNearness(piece, span, bend);
  const mm = (value: number): string => formatLength(value, unit, 1);
  const touch = least - piece.strand < SAME;
  const less = ((radius - handbookRadius) / radius) * 100;
  const lie = touch
    ? `Its strands touch with their middles on a circle of ${mm(radius)} radius; the handbook says ${mm(handbookRadius)}, ${Math.abs(less).toFixed(2)} % ${less < 0 ? 'more' : 'less'}.`
    : `Its strands lie on its core with their middles on a circle of ${mm(radius)} radius, ${mm(least)} apart where they are nearest.`;
  if (bend === Infinity) return lie;
  if (inBend === 0)
    return `${lie} The tightest bend of its path, of ${mm(bend)} radius, is too tight for any rope as thick.`;
  const nearer = least - inBend;
  return nearer < SAME
    ? `${lie} On the tightest bend of its path they come no nearer.`
    : `${lie} On the tightest bend of its path, of ${mm(bend)} radius, they come ${mm(nearer)} nearer: ${mm(inBend)} from middle to middle.`;
}
