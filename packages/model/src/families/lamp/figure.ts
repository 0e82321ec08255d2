import { data, rectangle, rounded, strand, type Figure, type FigurePart } from '../../figure/figure';
import type { Lamp } from './piece';

/** A lamp on a cord under its place: a holder with a bulb, or a ribbed paper lantern. */
export function lamp(piece: Lamp, span: number): Figure {
  const m = span / 2;
  const r = piece.diameter / 2;
  const thick = Math.max(r * 0.09, 0.3);
  const top = -piece.cord;
  const cord: FigurePart = {
    d: rectangle(m - thick / 2, top, m + thick / 2, thick / 2),
    fill: 'cord',
    line: false,
    elongates: 'stem',
  };
  if (piece.form === 'lantern') {
    const low = top - 2 * r;
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
          d: data`M${m - r * 0.45} ${top}C${m - r * 1.3} ${top - r * 0.3} ${m - r * 1.3} ${low + r * 0.3} ${m - r * 0.45} ${low}L${m + r * 0.45} ${low}C${m + r * 1.3} ${low + r * 0.3} ${m + r * 1.3} ${top - r * 0.3} ${m + r * 0.45} ${top}Z`,
          fill: 'glass',
          line: true,
          elongates: 'end',
        },
        { d: [-0.5, 0, 0.5].map(rib).join(''), fill: 'leather', line: false, elongates: 'end' },
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
  const holder = r * 0.75;
  const neck = top - holder;
  return {
    main: 'glass',
    parts: [
      cord,
      {
        d: data`M${m - r * 0.36} ${neck}C${m - r * 0.4} ${neck - r * 0.5} ${m - r} ${neck - r * 0.6} ${m - r} ${neck - r * 1.3}A${r} ${r} 0 0 1 ${m + r} ${neck - r * 1.3}C${m + r} ${neck - r * 0.6} ${m + r * 0.4} ${neck - r * 0.5} ${m + r * 0.36} ${neck}Z`,
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
        d: rounded(m - r * 0.44, neck, m + r * 0.44, top, r * 0.12),
        fill: 'brass',
        line: true,
        elongates: 'end',
      },
    ],
  };
}
