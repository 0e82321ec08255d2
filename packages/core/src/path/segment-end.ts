import type { Vec } from '../math';
import { pieceCurve } from './segments';
import type { Segment } from './segment';

/** The point of a piece at parameter t: 0 its start, 1 its end (both without rounding where they are stored). */
export function pieceEnd(piece: Segment, t: number): Vec {
  if (piece.kind === 'line' && (t === 0 || t === 1)) return t === 0 ? piece.a : piece.b;
  if (piece.kind === 'cubic' && (t === 0 || t === 1)) return t === 0 ? piece.p0 : piece.p3;
  const at = new Float64Array(6);
  pieceCurve(piece).derivatives(t, at);
  return { x: at[0], y: at[1] };
}
