import { data, polygon, rectangle, rounded, type Figure, type FigurePart } from '../../figure/figure';
import type { Bead } from './piece';

/** Half the thickness of the thread, of half the diameter of a bead. */
export const THREAD = 0.05;

/** A bead from the side, without its thread: counter-clockwise. */
export function beadOutline(piece: Bead, span: number): string {
  const m = span / 2;
  const a = piece.length / 2;
  const b = piece.diameter / 2;
  return {
    ball: data`M${m + a} 0A${a} ${b} 0 0 1 ${m - a} 0A${a} ${b} 0 0 1 ${m + a} 0Z`,
    oval: data`M${m + a} 0C${m + a} ${b * 0.9} ${m + a * 0.4} ${b} ${m} ${b}C${m - a * 0.4} ${b} ${m - a} ${b * 0.9} ${m - a} 0C${m - a} ${-b * 0.9} ${m - a * 0.4} ${-b} ${m} ${-b}C${m + a * 0.4} ${-b} ${m + a} ${-b * 0.9} ${m + a} 0Z`,
    disc: rounded(m - a, -b, m + a, b, a * 0.6),
    facet: polygon(
      [m + a, b * 0.3],
      [m + a * 0.45, b],
      [m - a * 0.45, b],
      [m - a, b * 0.3],
      [m - a, -b * 0.3],
      [m - a * 0.45, -b],
      [m + a * 0.45, -b],
      [m + a, -b * 0.3],
    ),
  }[piece.form];
}

/** A bead on its thread, which runs through it from place to place. */
export function bead(piece: Bead, span: number): Figure {
  const m = span / 2;
  const a = piece.length / 2;
  const b = piece.diameter / 2;
  const thread: FigurePart = {
    d: rectangle(0, -b * THREAD, span, b * THREAD),
    fill: 'cord',
    line: false,
  };
  const shine =
    piece.form === 'facet'
      ? polygon(
          [m - a * 0.4, b * 0.3],
          [m + a * 0.4, b * 0.3],
          [m + a * 0.4, -b * 0.3],
          [m - a * 0.4, -b * 0.3],
        )
      : data`M${m - a * 0.1} ${b * 0.62}A${a * 0.36} ${b * 0.22} 0 0 1 ${m - a * 0.66} ${b * 0.36}A${a * 0.6} ${b * 0.5} 0 0 0 ${m - a * 0.1} ${b * 0.62}Z`;
  return {
    main: 'red',
    parts: [
      thread,
      { d: beadOutline(piece, span), fill: 'red', line: true },
      { d: shine, fill: 'paper', line: false },
    ],
  };
}
