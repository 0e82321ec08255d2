import { data, rectangle, rounded, strand, type Figure, type FigurePart } from '../../figure/figure';
import type { Lamp } from './piece';

/** The measures a lamp is drawn by, mm. */
export function lampSizes(piece: Lamp, span: number) {
  const r = piece.diameter / 2;
  const top = -piece.cord;
  return { m: span / 2, r, top, thick: Math.max(r * 0.09, 0.3), low: top - 2 * r, neck: top - r * 0.75 };
}

type LampSizes = ReturnType<typeof lampSizes>;

/** The paper of a lantern. */
export const lanternOutline = ({ m, r, top, low }: LampSizes): string =>
  data`M${m - r * 0.45} ${top}C${m - r * 1.3} ${top - r * 0.3} ${m - r * 1.3} ${low + r * 0.3} ${m - r * 0.45} ${low}L${m + r * 0.45} ${low}C${m + r * 1.3} ${low + r * 0.3} ${m + r * 1.3} ${top - r * 0.3} ${m + r * 0.45} ${top}Z`;

/** The glass of a bulb. */
export const bulbOutline = ({ m, r, neck }: LampSizes): string =>
  data`M${m - r * 0.36} ${neck}C${m - r * 0.4} ${neck - r * 0.5} ${m - r} ${neck - r * 0.6} ${m - r} ${neck - r * 1.3}A${r} ${r} 0 0 1 ${m + r} ${neck - r * 1.3}C${m + r} ${neck - r * 0.6} ${m + r * 0.4} ${neck - r * 0.5} ${m + r * 0.36} ${neck}Z`;

/** The holder of a bulb. */
export const holderOutline = ({ m, r, neck, top }: LampSizes): string =>
  rounded(m - r * 0.44, neck, m + r * 0.44, top, r * 0.12);

/** Where the ribs of a lantern are, of its radius up from its middle. */
export const RIBS = [-0.5, 0, 0.5];

/** A lamp on a cord under its place: a holder with a bulb, or a ribbed paper lantern. */
export function lamp(piece: Lamp, span: number): Figure {
  const sizes = lampSizes(piece, span);
  const { m, r, top, thick, low, neck } = sizes;
  const cord: FigurePart = {
    d: rectangle(m - thick / 2, top, m + thick / 2, thick / 2),
    fill: 'cord',
    line: false,
    elongates: 'stem',
  };
  if (piece.form === 'lantern') {
    const rib = (f: number): string => {
      const y = top - r + r * f;
      const w = r * Math.sqrt(1 - f * f * 0.8);
      return rectangle(m - w, y - thick * 0.3, m + w, y + thick * 0.3);
    };
    return {
      main: 'glass',
      parts: [
        cord,
        {
          d: lanternOutline(sizes),
          fill: 'glass',
          line: true,
          elongates: 'end',
        },
        { d: RIBS.map(rib).join(''), fill: 'leather', line: false, elongates: 'end' },
        {
          d:
            rectangle(m - r * 0.5, top - thick, m + r * 0.5, top + thick) +
            rectangle(m - r * 0.5, low - thick, m + r * 0.5, low + thick),
          fill: 'rubber',
          line: false,
          elongates: 'end',
        },
      ],
    };
  }
  return {
    main: 'glass',
    parts: [
      cord,
      {
        d: bulbOutline(sizes),
        fill: 'glass',
        line: true,
        elongates: 'end',
      },
      {
        d:
          strand(m - r * 0.16, neck, m - r * 0.2, neck - r * 1.2, r * 0.06) +
          strand(m + r * 0.16, neck, m + r * 0.2, neck - r * 1.2, r * 0.06) +
          strand(m - r * 0.2, neck - r * 1.2, m + r * 0.2, neck - r * 1.2, r * 0.1),
        fill: 'leather',
        line: false,
        elongates: 'end',
      },
      {
        d: holderOutline(sizes),
        fill: 'brass',
        line: true,
        elongates: 'end',
      },
    ],
  };
}
