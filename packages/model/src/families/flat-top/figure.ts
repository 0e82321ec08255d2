import { rounded, strand, type Figure } from '../../figure/figure';
import type { FlatTop } from './piece';

/** Half the height of an eye, mm. */
const eyeOf = ({ width, knuckles }: FlatTop, span: number): number =>
  Math.min(span * 0.14, width / (knuckles * 4));

/** The eyes at both edges: the leading edge has `knuckles` of them, which stand between those of the trailing one. */
export function flatTopEyes(
  piece: FlatTop,
  span: number,
): { readonly x: number; readonly from: number; readonly to: number }[] {
  const { width, knuckles } = piece;
  const pitch = width / (2 * knuckles);
  return Array.from({ length: 2 * knuckles }, (_, i) => ({
    x: i % 2 === 0 ? span : 0,
    from: -width / 2 + i * pitch + pitch * 0.04,
    to: -width / 2 + (i + 1) * pitch - pitch * 0.04,
  }));
}

export function flatTopPlate(piece: FlatTop, span: number): string {
  const [eye, half] = [eyeOf(piece, span), piece.width / 2];
  return rounded(eye * 1.15, -half, span - eye * 1.15, half, span * 0.05);
}

/** The hinge pin at its front, ends and all, and the eyes it goes through, mm. */
export function hingePin(
  piece: FlatTop,
  span: number,
): { readonly from: number; readonly to: number; readonly radius: number; readonly eye: number } {
  const eye = eyeOf(piece, span);
  const radius = eye * 0.35;
  const half = piece.width / 2 - (piece.width / (2 * piece.knuckles)) * 0.2;
  return { from: -half - radius, to: half + radius, radius, eye };
}

/**
 * A flat-top conveyor plate from above, from hinge to hinge: a wide plate with eyes at both edges
 * that stand between those of its neighbours, and its hinge pins.
 */
export function flatTop(piece: FlatTop, span: number): Figure {
  const { from, to, radius, eye } = hingePin(piece, span);
  const eyes = flatTopEyes(piece, span).map((each) =>
    rounded(each.x - eye, each.from, each.x + eye, each.to, eye * 0.3),
  );
  return {
    main: 'iron',
    parts: [
      { d: eyes.join(''), fill: 'shade', line: true },
      { d: flatTopPlate(piece, span), fill: 'iron', line: true },
      { d: strand(span, from + radius, span, to - radius, 2 * radius), fill: 'steel', line: true },
    ],
  };
}
