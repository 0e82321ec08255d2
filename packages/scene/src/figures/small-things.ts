import type { PieceOf } from '@coin-relay/model';
import {
  circle,
  data,
  hole,
  polygon,
  rectangle,
  rounded,
  short,
  strand,
  type Figure,
  type FigurePart,
} from './figure';

/** A cross-plank from above: grain along its length, two nails at each end. */
export function plank(piece: PieceOf<'plank'>, span: number): Figure {
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

/** A bead on its thread, which runs through it from place to place. */
export function bead(piece: PieceOf<'bead'>, span: number): Figure {
  const m = span / 2;
  const a = piece.length / 2;
  const b = piece.diameter / 2;
  const thread: FigurePart = {
    d: rectangle(0, -b * 0.05, span, b * 0.05),
    fill: 'cord',
    line: false,
  };
  const body = {
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
    parts: [thread, { d: body, fill: 'red', line: true }, { d: shine, fill: 'paper', line: false }],
  };
}

/** A lamp on a cord under its place: a holder with a bulb, or a ribbed paper lantern. */
export function lamp(piece: PieceOf<'lamp'>, span: number): Figure {
  const m = span / 2;
  const r = piece.diameter / 2;
  const thick = Math.max(r * 0.09, 0.3);
  const top = -piece.cord;
  const cord: FigurePart = {
    d: rectangle(m - thick / 2, top, m + thick / 2, thick / 2),
    fill: 'cord',
    line: false,
    stretch: 'stem',
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
          stretch: 'end',
        },
        { d: [-0.5, 0, 0.5].map(rib).join(''), fill: 'leather', line: false, stretch: 'end' },
        {
          d:
            rectangle(m - r * 0.5, top - thick, m + r * 0.5, top + thick) +
            rectangle(m - r * 0.5, low - thick, m + r * 0.5, low + thick),
          fill: 'rubber',
          line: false,
          stretch: 'end',
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
        stretch: 'end',
      },
      {
        d:
          strand(m - r * 0.16, neck, m - r * 0.2, neck - r * 1.2, r * 0.06) +
          strand(m + r * 0.16, neck, m + r * 0.2, neck - r * 1.2, r * 0.06) +
          strand(m - r * 0.2, neck - r * 1.2, m + r * 0.2, neck - r * 1.2, r * 0.1),
        fill: 'leather',
        line: false,
        stretch: 'end',
      },
      {
        d: rounded(m - r * 0.44, neck, m + r * 0.44, top, r * 0.12),
        fill: 'brass',
        line: true,
        stretch: 'end',
      },
    ],
  };
}

/** A piece of tube from the side: its bore as hidden edges, its rims broken. */
export function tube(piece: PieceOf<'tube'>, span: number): Figure {
  const from = (span - piece.length) / 2;
  const to = from + piece.length;
  const r = piece.outer / 2;
  const rim = Math.min(r * 0.3, piece.length * 0.06);
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

/** What each charm is mostly made of. */
const CHARM_MATERIAL: Readonly<Record<PieceOf<'charm'>['form'], string>> = {
  star: 'brass',
  fish: 'blue',
  bell: 'brass',
  pennant: 'red',
  hanger: 'steel',
};

/** A small thing that hangs from its place by a ring. */
export function charm(piece: PieceOf<'charm'>, span: number): Figure {
  const m = span / 2;
  const h = piece.size;
  const eye = h * 0.09;
  const ring: FigurePart = {
    d: circle(m, -eye, eye) + hole(m, -eye, eye * 0.55),
    fill: 'steel',
    line: true,
  };
  const top = -2 * eye;
  const body = charmBody(piece.form, m, top, h - 2 * eye);
  return { main: CHARM_MATERIAL[piece.form], parts: [...body, ring] };
}

function charmBody(form: PieceOf<'charm'>['form'], m: number, top: number, h: number): FigurePart[] {
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
          stretch: 'stem',
        },
        {
          d: `M${short(m - w / 2)} ${short(low + h * 0.17)}L${short(m - h * 0.12)} ${short(low)}L${short(m + h * 0.12)} ${short(low)}L${short(m + w / 2)} ${short(low + h * 0.17)}Z`,
          fill: 'brass',
          line: true,
          stretch: 'end',
        },
      ];
    }
  }
}
