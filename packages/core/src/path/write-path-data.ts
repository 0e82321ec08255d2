import type { Vec } from '../math';
import { catenaryCubics } from './catenary-cubics';
import type { Contour } from './segment';
import { pieceEnd } from './segment-end';

/** Writes a number with at most `digits` decimals, without trailing zeros. */
export function writeNumber(value: number, digits: number): string {
  const text = value.toFixed(digits);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : short;
}

/** SVG path data of a contour, in its own coordinates (mirror it first where y should run down). */
export function writePathData(contour: Contour, digits = 6): string {
  if (contour.segments.length === 0) return '';
  const n = (value: number): string => writeNumber(value, digits);
  const p = (v: Vec): string => `${n(v.x)} ${n(v.y)}`;
  const parts: string[] = [`M${p(pieceEnd(contour.segments[0], 0))}`];
  for (const piece of contour.segments) {
    const to = pieceEnd(piece, 1);
    switch (piece.kind) {
      case 'line':
        parts.push(`L${p(to)}`);
        break;
      case 'cubic':
        parts.push(`C${p(piece.p1)} ${p(piece.p2)} ${p(to)}`);
        break;
      case 'catenary':
        // Path data has no catenary: cubics as near as the digits written.
        for (const { p1, p2, p3 } of catenaryCubics(piece, 10 ** -digits))
          parts.push(`C${p(p1)} ${p(p2)} ${p(p3)}`);
        break;
      case 'arc':
      case 'ellipse': {
        const rx = piece.kind === 'arc' ? piece.radius : piece.rx;
        const ry = piece.kind === 'arc' ? piece.radius : piece.ry;
        const tilt = piece.kind === 'arc' ? 0 : (piece.tilt * 180) / Math.PI;
        // An arc of over half a turn is written as two, so that its ends never coincide.
        const halves = Math.abs(piece.sweep) > Math.PI * 0.99 ? 2 : 1;
        for (let i = 1; i <= halves; i++) {
          const flag = piece.sweep > 0 ? 1 : 0;
          parts.push(`A${n(rx)} ${n(ry)} ${n(tilt)} 0 ${flag} ${p(pieceEnd(piece, i / halves))}`);
        }
      }
    }
  }
  if (contour.closed) parts.push('Z');
  return parts.join('');
}
