import { rectangle, rounded, type Figure } from '../../figure/figure';
import type { Tube } from './piece';

/** How round its rims are, mm. */
export const tubeRim = ({ outer, length }: Tube): number => Math.min((outer / 2) * 0.3, length * 0.06);

/** A piece of tube from the side: its bore as hidden edges, its rims broken. */
export function tube(piece: Tube, span: number): Figure {
  const from = (span - piece.length) / 2;
  const to = from + piece.length;
  const r = piece.outer / 2;
  const rim = tubeRim(piece);
  const bore = piece.bore / 2;
  const thin = Math.max(r * 0.04, 0.02);
  return {
    main: 'copper',
    parts: [
      { d: rounded(from, -r, to, r, rim), fill: 'copper', line: true },
      ...(bore > 0
        ? [
            {
              d: [-1, 1].map((s) => rectangle(from, s * bore - thin, to, s * bore + thin)).join(''),
              fill: 'leather',
              line: false,
            },
          ]
        : []),
      { d: rectangle(from + rim, r * 0.45, to - rim, r * 0.6), fill: 'paper', line: false },
    ],
  };
}
