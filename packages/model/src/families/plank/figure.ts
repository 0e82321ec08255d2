import { circle, rectangle, rounded, type Figure } from '../../figure/figure';
import type { Plank } from './piece';

/** A cross-plank from above: grain along its length, two nails at each end. */
export function plank(piece: Plank, span: number): Figure {
  const m = span / 2;
  const w = piece.width / 2;
  const half = piece.length / 2;
  const thin = piece.width * 0.03;
  const grain = [-0.5, -0.08, 0.36].map((f, i) =>
    rectangle(m + w * f - thin / 2, -half * (0.86 - 0.2 * i), m + w * f + thin / 2, half * (0.7 + 0.1 * i)),
  );
  const nails = [-1, 1].flatMap((end) =>
    [-0.5, 0.5].map((f) => circle(m + w * f, end * half * 0.88, piece.width * 0.06)),
  );
  return {
    main: 'wood',
    parts: [
      { d: rounded(m - w, -half, m + w, half, piece.width * 0.06), fill: 'wood', line: true },
      { d: grain.join(''), fill: 'leather', line: false },
      ...(piece.nails ? [{ d: nails.join(''), fill: 'rubber', line: false }] : []),
    ],
  };
}
