import { newReading, pathReader, type MeasuredPath, type RowWindow } from '@coin-relay/core';
import type { JobPiece, PieceOf } from '@coin-relay/model';
import { data, rectangle, short, type Figure } from './figure';

type BandPiece = PieceOf<'toothed-belt' | 'plain-belt'>;

/** A tooth of a belt about its own place: the band's pitch line is y = 0, the pulleys' side y positive. */
export function beltTooth(piece: PieceOf<'toothed-belt'>): Figure {
  const root = piece.pitch * 0.26;
  const tip = piece.pitch * 0.17;
  const foot = bandSides(piece).inner;
  const top = foot + piece.tooth;
  // Round teeth are arcs as high as the tooth on the width of its foot.
  const r = (root * root + piece.tooth * piece.tooth) / (2 * Math.max(piece.tooth, 1e-6));
  const outline =
    piece.form === 'round' && piece.tooth > 0
      ? data`M${-root} ${foot - 0.05}L${-root} ${foot}A${r} ${r} 0 0 0 ${root} ${foot}L${root} ${foot - 0.05}Z`
      : data`M${-root} ${foot - 0.05}L${-tip} ${top}L${tip} ${top}L${root} ${foot - 0.05}Z`;
  return { main: 'rubber', parts: [{ d: outline, fill: 'rubber', line: false }] };
}

/** What repeats along a plain belt: the cord in its middle, and a mark that shows it run. */
export function beltMark(piece: PieceOf<'plain-belt'>, span: number): Figure {
  const { inner, outer } = bandSides(piece);
  const t = piece.thickness;
  const lean = t * 0.9;
  const m = span / 2;
  const cord = rectangle(0, -t * 0.04, span, t * 0.04);
  // A splice: the belt's two ends cut aslant and joined.
  const splice = (x: number): string =>
    data`M${x} ${-outer}L${x + lean} ${inner}L${x + lean + t * 0.12} ${inner}L${x + t * 0.12} ${-outer}Z`;
  return {
    main: bandMaterial(piece),
    parts: [
      { d: cord, fill: 'thread', line: false },
      { d: splice(m - lean) + splice(m), fill: 'thread', line: false },
    ],
  };
}

export function bandMaterial(piece: BandPiece): string {
  return piece.family === 'plain-belt' && piece.section === 'flat' ? 'leather' : 'rubber';
}

/** How far a band's faces lie from its pitch line, mm: towards the pulleys and away from them. */
export function bandSides(piece: BandPiece): { inner: number; outer: number } {
  if (piece.family === 'plain-belt') {
    const share = piece.section === 'flat' ? 0.5 : 0.65;
    return { inner: piece.thickness * share, outer: piece.thickness * (1 - share) };
  }
  const body = piece.thickness - piece.tooth;
  return { inner: body * 0.35, outer: body * 0.65 };
}

/** The band a row is part of, or null. */
export function bandOf(sequence: readonly JobPiece[]): BandPiece | null {
  const [first] = sequence;
  return first?.family === 'toothed-belt' || first?.family === 'plain-belt' ? first : null;
}

/**
 * The band as one closed outline along the path, in the path's axes: it bends with it point by
 * point, in steps of at most 4 degrees.
 * @param on the part of the path it lies on
 * @param side +1 where the pulleys lie to the left of the path, −1 to the right
 */
export function bandOutline(path: MeasuredPath, on: RowWindow, piece: BandPiece, side: 1 | -1): string {
  const { inner, outer } = bandSides(piece);
  const left = edge(path, on, side * inner);
  const right = edge(path, on, -side * outer);
  const ring = (points: string[]): string => `M${points.join('L')}`;
  if (on.ring) return `${ring(left)}Z${ring(right.reverse())}Z`;
  return `${ring([...left, ...right.reverse()])}Z`;
}

/** Points beside the path at a distance to its left. */
function edge(path: MeasuredPath, { from, to, ring }: RowWindow, offset: number): string[] {
  const read = pathReader(path);
  const at = newReading();
  const points: string[] = [];
  let s = from;
  const finest = path.length / 4000;
  const coarsest = path.length / 60;
  while (s < to) {
    read(s, at);
    points.push(`${short(at[0] - offset * at[3])} ${short(at[1] + offset * at[2])}`);
    const radius = 1 / Math.max(Math.abs(at[4]), 1e-9);
    s += Math.min(coarsest, Math.max(finest, radius * 0.07));
  }
  if (!ring) {
    read(to, at);
    points.push(`${short(at[0] - offset * at[3])} ${short(at[1] + offset * at[2])}`);
  }
  return points;
}
