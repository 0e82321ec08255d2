import { circle, rectangle, rounded, type Figure } from '../../figure/figure';
import type { Plank } from './piece';

export function plankOutline({ width, length }: Plank, span: number): string {
  const [m, w, half] = [span / 2, width / 2, length / 2];
  return rounded(m - w, -half, m + w, half, width * 0.06);
}

/** Where its nails are, and how large their heads: two at each end. */
export function plankNails(
  { nails, width, length }: Plank,
  span: number,
): [x: number, y: number, r: number][] {
  if (!nails) return [];
  return [-1, 1].flatMap((end) =>
    [-0.5, 0.5].map((f): [number, number, number] => [
      span / 2 + (width / 2) * f,
      (end * length * 0.88) / 2,
      width * 0.06,
    ]),
  );
}

/** A cross-plank from above: grain along its length, two nails at each end. */
export function plank(piece: Plank, span: number): Figure {
  const m = span / 2;
  const w = piece.width / 2;
  const half = piece.length / 2;
  const thin = piece.width * 0.03;
  const grain = [-0.5, -0.08, 0.36].map((f, i) =>
    rectangle(m + w * f - thin / 2, -half * (0.86 - 0.2 * i), m + w * f + thin / 2, half * (0.7 + 0.1 * i)),
  );
  const nails = plankNails(piece, span).map(([x, y, r]) => circle(x, y, r));
  return {
    main: 'wood',
    parts: [
      { d: plankOutline(piece, span), fill: 'wood', line: true },
      { d: grain.join(''), fill: 'leather', line: false },
      ...(nails.length > 0 ? [{ d: nails.join(''), fill: 'rubber', line: false }] : []),
    ],
  };
}
