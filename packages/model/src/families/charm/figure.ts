import {
  circle,
  data,
  hole,
  polygon,
  rectangle,
  short,
  type Figure,
  type FigurePart,
} from '../../figure/figure';
import type { Charm } from './piece';

/** What each charm is mostly made of. */
export const CHARM_MATERIAL: Readonly<Record<Charm['form'], string>> = {
  star: 'brass',
  fish: 'blue',
  bell: 'brass',
  pennant: 'red',
  hanger: 'steel',
};

/** The ring a charm hangs by: its middle, that of its wire, and half the wire’s thickness, mm. */
export function charmEye({ size }: Charm, span: number) {
  const eye = size * 0.09;
  return { x: span / 2, y: -eye, outer: eye, radius: (eye * 1.55) / 2, wire: (eye * 0.45) / 2 };
}

/** A small thing that hangs from its place by a ring. */
export function charm(piece: Charm, span: number): Figure {
  const { x, y, outer, radius, wire } = charmEye(piece, span);
  const ring: FigurePart = {
    d: circle(x, y, outer) + hole(x, y, radius - wire),
    fill: 'steel',
    line: true,
  };
  return { main: CHARM_MATERIAL[piece.form], parts: [...charmBody(piece, span), ring] };
}

/** What hangs on the ring. */
export function charmBody(piece: Charm, span: number): FigurePart[] {
  const { outer } = charmEye(piece, span);
  return bodyOf(piece.form, span / 2, -2 * outer, piece.size - 2 * outer);
}

function bodyOf(form: Charm['form'], m: number, top: number, h: number): FigurePart[] {
  const low = top - h;
  switch (form) {
    case 'star': {
      const r = h * 0.53;
      const tips = Array.from({ length: 10 }, (_, i): readonly [number, number] => {
        const a = Math.PI / 2 + (i * Math.PI) / 5;
        const k = i % 2 === 0 ? r : r * 0.42;
        return [m + k * Math.cos(a), top - r + k * Math.sin(a)];
      });
      return [{ d: polygon(...tips), fill: 'brass', line: true }];
    }
    case 'fish':
      return [
        {
          d: data`M${m} ${top}C${m + h * 0.34} ${top - h * 0.25} ${m + h * 0.26} ${top - h * 0.6} ${m + h * 0.05} ${top - h * 0.76}L${m + h * 0.26} ${low}L${m} ${low + h * 0.09}L${m - h * 0.26} ${low}L${m - h * 0.05} ${top - h * 0.76}C${m - h * 0.26} ${top - h * 0.6} ${m - h * 0.34} ${top - h * 0.25} ${m} ${top}Z`,
          fill: 'blue',
          line: true,
        },
        { d: circle(m + h * 0.09, top - h * 0.2, h * 0.035), fill: 'paper', line: true },
      ];
    case 'bell':
      return [
        { d: circle(m, low + h * 0.1, h * 0.1), fill: 'steel', line: true },
        {
          d: data`M${m - h * 0.12} ${top}C${m - h * 0.4} ${top - h * 0.1} ${m - h * 0.28} ${low + h * 0.36} ${m - h * 0.44} ${low + h * 0.14}L${m + h * 0.44} ${low + h * 0.14}C${m + h * 0.28} ${low + h * 0.36} ${m + h * 0.4} ${top - h * 0.1} ${m + h * 0.12} ${top}Z`,
          fill: 'brass',
          line: true,
        },
      ];
    case 'pennant':
      return [
        { d: polygon([m - h * 0.4, top], [m + h * 0.4, top], [m, low]), fill: 'red', line: true },
        {
          d: polygon(
            [m - h * 0.4, top],
            [m + h * 0.4, top],
            [m + h * 0.34, top - h * 0.15],
            [m - h * 0.34, top - h * 0.15],
          ),
          fill: 'paper',
          line: true,
        },
      ];
    case 'hanger': {
      const w = Math.min(h * 0.04, 1.6);
      return [
        {
          d: rectangle(m - w / 2, low + h * 0.16, m + w / 2, top),
          fill: 'steel',
          line: true,
          elongates: 'stem',
        },
        {
          d: `M${short(m - w / 2)} ${short(low + h * 0.17)}L${short(m - h * 0.12)} ${short(low)}L${short(m + h * 0.12)} ${short(low)}L${short(m + w / 2)} ${short(low + h * 0.17)}Z`,
          fill: 'brass',
          line: true,
          elongates: 'end',
        },
      ];
    }
  }
}
