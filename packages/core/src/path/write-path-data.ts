import type { Vec } from '../math';
import { newReading, pathReader, measurePath } from './measured';
import type { Contour, Piece } from './piece';

/** Writes a number with at most `digits` decimals, without trailing zeros. */
export function writeNumber(value: number, digits: number): string {
  const text = value.toFixed(digits);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : short;
}

/** SVG path data of a contour, in its own coordinates (mirror it first where y should run down). */
export function writePathData(contour: Contour, digits = 6): string {
  if (contour.pieces.length === 0) return '';
  const n = (value: number): string => writeNumber(value, digits);
  const p = (v: Vec): string => `${n(v.x)} ${n(v.y)}`;
  const parts: string[] = [`M${p(pieceEnd(contour.pieces[0], 0))}`];
  for (const piece of contour.pieces) {
    const to = pieceEnd(piece, 1);
    switch (piece.kind) {
      case 'line':
        parts.push(`L${p(to)}`);
        break;
      case 'cubic':
        parts.push(`C${p(piece.p1)} ${p(piece.p2)} ${p(to)}`);
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

/** The point of a piece at parameter t: 0 its start, 1 its end. */
export function pieceEnd(piece: Piece, t: number): Vec {
  switch (piece.kind) {
    case 'line':
      return t === 0
        ? piece.a
        : t === 1
          ? piece.b
          : { x: piece.a.x + t * (piece.b.x - piece.a.x), y: piece.a.y + t * (piece.b.y - piece.a.y) };
    case 'cubic':
      if (t === 0) return piece.p0;
      if (t === 1) return piece.p3;
      break;
    case 'arc': {
      const angle = piece.start + t * piece.sweep;
      return {
        x: piece.centre.x + piece.radius * Math.cos(angle),
        y: piece.centre.y + piece.radius * Math.sin(angle),
      };
    }
    case 'ellipse': {
      const angle = piece.start + t * piece.sweep;
      const u = piece.rx * Math.cos(angle);
      const v = piece.ry * Math.sin(angle);
      const ct = Math.cos(piece.tilt);
      const st = Math.sin(piece.tilt);
      return { x: piece.centre.x + ct * u - st * v, y: piece.centre.y + st * u + ct * v };
    }
  }
  throw new RangeError('pieceEnd is asked for the ends of a cubic only');
}

/** Points along a contour, near enough for a preview: a flat array of x, y. */
export function samplePolyline(contour: Contour, points: number): Float64Array {
  const path = measurePath(contour);
  const read = pathReader(path);
  const out = newReading();
  const flat = new Float64Array(points * 2);
  for (let i = 0; i < points; i++) {
    read((path.length * i) / (points - 1 || 1), out);
    flat[2 * i] = out[0];
    flat[2 * i + 1] = out[1];
  }
  return flat;
}
