import {
  circle,
  data,
  hole,
  polygon,
  rectangle,
  rounded,
  type Figure,
  type FigurePart,
} from '../../figure/figure';
import type { RollerChain } from './piece';

/**
 * A link of a roller chain from pin to pin, the first pin at the origin and the second at
 * (span, 0). From the side: a waisted plate with its bores; the inner link shows its rollers, the
 * outer one its pins. From above: plates on edge, rollers and pins between them, row beside row.
 * What it carries stands out of the path (y negative).
 */
export function chainLink(piece: RollerChain, span: number): Figure {
  return piece.view === 'top' ? fromAbove(piece, span) : fromTheSide(piece, span);
}

function fromTheSide(piece: RollerChain, span: number): Figure {
  const r = piece.plateHeight / 2;
  const carried = attachment(piece, span, r);
  if (piece.part === 'inner') {
    return {
      main: 'steel',
      parts: [
        ...carried,
        {
          d: [0, span].map((x) => circle(x, 0, piece.roller / 2) + hole(x, 0, piece.pin / 2)).join(''),
          fill: 'shade',
          line: true,
        },
        { d: plateOutline(piece, span, true), fill: 'steel', line: true },
      ],
    };
  }
  return {
    main: 'brass',
    parts: [
      ...carried,
      { d: plateOutline(piece, span, false), fill: 'brass', line: true },
      { d: circle(0, 0, piece.pin / 2) + circle(span, 0, piece.pin / 2), fill: 'paper', line: true },
    ],
  };
}

/** Plates are as thick as a seventh of the width between them, about as real ones are. */
export const plateThickness = ({ width, pin }: RollerChain): number => Math.max(width * 0.16, pin * 0.2);

/** The middle of each row from that of the chain, mm. */
export const rowMiddles = ({ rows, rowPitch }: RollerChain): number[] =>
  Array.from({ length: rows }, (_, i) => (i - (rows - 1) / 2) * rowPitch);

/** How far its pins reach from the middle of the chain, mm. */
export const pinReach = (piece: RollerChain): number =>
  ((piece.rows - 1) / 2) * piece.rowPitch + piece.width / 2 + 2.6 * plateThickness(piece);

/** A plate from the side, with its bores or without. */
export function plateOutline({ part, plateHeight, pin }: RollerChain, span: number, bored: boolean): string {
  const r = plateHeight / 2;
  return part === 'inner'
    ? plate(span, r * 0.94, 0.62, bored ? pin / 2 : 0)
    : plate(span, r, 0.64, bored ? pin / 2 : 0);
}

/** A tab beside a chain that is seen from above. */
export function lyingTab(piece: RollerChain, span: number): string {
  const half = pinReach(piece);
  return rounded(span * 0.2, -half - span * 0.7, span * 0.8, -half + plateThickness(piece), span * 0.1);
}

function fromAbove(piece: RollerChain, span: number): Figure {
  const { width, pin, roller, plateHeight } = piece;
  const thick = plateThickness(piece);
  const inner = width / 2;
  const r = plateHeight / 2;
  const parts: FigurePart[] = [];
  const middles = rowMiddles(piece);
  const half = pinReach(piece);
  const plates = (offset: number, reach: number): string =>
    middles
      .flatMap((m) => [-1, 1].map((side) => m + side * (inner + offset * thick)))
      .map((y) => rounded(-reach, y - thick / 2, span + reach, y + thick / 2, thick * 0.4))
      .join('');
  if (piece.part === 'inner') {
    parts.push({
      d: [0, span]
        .flatMap((x) =>
          middles.map((m) =>
            rounded(x - roller / 2, m - inner * 0.96, x + roller / 2, m + inner * 0.96, roller * 0.12),
          ),
        )
        .join(''),
      fill: 'shade',
      line: true,
    });
    parts.push({ d: plates(0.55, r * 0.94), fill: 'steel', line: true });
    return { main: 'steel', parts };
  }
  parts.push({
    d: [0, span].map((x) => rounded(x - pin / 2, -half, x + pin / 2, half, pin * 0.2)).join(''),
    fill: 'paper',
    line: true,
  });
  parts.push({ d: plates(1.75, r), fill: 'brass', line: true });
  if (piece.attachment !== 'none') {
    parts.push({
      d: lyingTab(piece, span),
      fill: 'leather',
      line: true,
    });
  }
  return { main: 'brass', parts };
}

/** A figure-of-eight plate: end arcs of radius r, drawn in to `waist` · r between the pins, with two bores. */
function plate(span: number, r: number, waist: number, bore: number): string {
  const lean = Math.PI * 0.3;
  const x = r * Math.cos(lean);
  const y = r * Math.sin(lean);
  // Handles along the tangent of the end arc, so that the outline has no kink.
  const reach = Math.max(0, (span / 2 - x) * 0.5);
  const hx = reach * Math.sin(lean);
  const hy = reach * Math.cos(lean);
  const w = r * waist;
  const m = span / 2;
  return (
    data`M${x} ${y}C${x + hx} ${y - hy} ${m - reach * 0.6} ${w} ${m} ${w}` +
    data`C${m + reach * 0.6} ${w} ${span - x - hx} ${y - hy} ${span - x} ${y}` +
    data`A${r} ${r} 0 1 0 ${span - x} ${-y}` +
    data`C${span - x - hx} ${-y + hy} ${m + reach * 0.6} ${-w} ${m} ${-w}` +
    data`C${m - reach * 0.6} ${-w} ${x + hx} ${-y + hy} ${x} ${-y}` +
    data`A${r} ${r} 0 1 0 ${x} ${y}Z` +
    (bore > 0 ? hole(0, 0, bore) + hole(span, 0, bore) : '')
  );
}

/** What it carries out of the path, from the side. */
export function attachment(piece: RollerChain, span: number, r: number): FigurePart[] {
  switch (piece.attachment) {
    case 'none':
      return [];
    case 'cup':
      return cup(span, r);
    case 'tab':
      return tab(span, r);
    case 'paddle':
      return paddle(span, r);
  }
}

/** A bent tab with a hole for a bolt. */
function tab(span: number, r: number): FigurePart[] {
  const m = span / 2;
  const w = span * 0.3;
  const low = -r - span * 0.42;
  return [
    {
      d: rounded(m - w, low, m + w, -r * 0.4, span * 0.09) + hole(m, low + span * 0.2, span * 0.1),
      fill: 'brass',
      line: true,
    },
  ];
}

/** A paddle that pushes: a blade on a foot. */
function paddle(span: number, r: number): FigurePart[] {
  const m = span / 2;
  const t = Math.max(span * 0.08, 0.4);
  return [
    {
      d: polygon(
        [m - span * 0.3, -r * 0.45],
        [m - t, -r - span * 0.25],
        [m - t, -r - span * 1.1],
        [m + t, -r - span * 1.1],
        [m + t, -r - span * 0.25],
        [m + span * 0.3, -r * 0.45],
      ),
      fill: 'leather',
      line: true,
      behind: true,
    },
  ];
}

/** A cup on a bracket, open forward, big enough for a coin. It hangs beside the chain, so it passes behind wheels. */
function cup(span: number, r: number): FigurePart[] {
  const m = span / 2;
  const depth = span * 1.05;
  const t = Math.max(span * 0.09, 0.4);
  const top = -r * 0.5;
  const low = top - depth;
  const lip = m + span * 0.62;
  return [
    {
      d: polygon(
        [m - t * 1.6, top],
        [m - t * 1.6, low],
        [lip, low],
        [lip + t, low + span * 0.4],
        [lip, low + span * 0.44],
        [lip - t * 0.7, low + t * 1.5],
        [m + t * 0.4, low + t * 1.5],
        [m + t * 0.4, top],
      ),
      fill: 'leather',
      line: true,
      behind: true,
    },
    // A coin lying in the cup, seen from the edge.
    {
      d: rectangle(m + span * 0.03, low + t * 1.5, m + span * 0.57, low + t * 2.6),
      fill: 'brass',
      line: true,
      behind: true,
    },
  ];
}
