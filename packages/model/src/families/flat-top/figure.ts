import { rounded, strand, type Figure } from '../../figure/figure';
import type { FlatTop } from './piece';

/**
 * A flat-top conveyor plate from above, from hinge to hinge: a wide plate with eyes at both edges
 * that stand between those of its neighbours, and its hinge pins.
 */
export function flatTop(piece: FlatTop, span: number): Figure {
  const { width, knuckles } = piece;
  const half = width / 2;
  const eye = Math.min(span * 0.14, width / (knuckles * 4));
  // The leading edge has `knuckles` eyes; the trailing one has one less, between them.
  const pitch = width / (2 * knuckles - 1 + 1);
  const block = (x: number, i: number): string =>
    rounded(
      x - eye,
      -half + i * pitch + pitch * 0.04,
      x + eye,
      -half + (i + 1) * pitch - pitch * 0.04,
      eye * 0.3,
    );
  let eyes = '';
  for (let i = 0; i < 2 * knuckles; i++) eyes += block(i % 2 === 0 ? span : 0, i);
  return {
    main: 'iron',
    parts: [
      { d: eyes, fill: 'shade', line: true },
      { d: rounded(eye * 1.15, -half, span - eye * 1.15, half, span * 0.05), fill: 'iron', line: true },
      {
        d: strand(span, -half + pitch * 0.2, span, half - pitch * 0.2, eye * 0.7),
        fill: 'steel',
        line: true,
      },
    ],
  };
}
