import { chance, WIRE_SHAPES } from '@coin-relay/core';
import { rounded, short, type Figure, type FigurePart } from '../../figure/figure';
import type { RoundLink } from './piece';

/** Points of the wire's middle line on each half ring. */
export const RING_POINTS = 20;
/** What is left of the width of a link that is seen aslant. */
export const NARROWED = 0.72;

/**
 * A link of round wire whose inner length is `span`: the wire of both neighbours fits between its
 * ends. Face-on it is a ring, edge-on a bar with round ends, aslant a narrow ring whose front
 * upper quarter lies over the next link while the rest lies under it, as linked rings do.
 * @param wire which of its uneven shapes; its wire is as even as it is made where the piece has no variation
 */
export function roundLink(piece: RoundLink, span: number, wire: number): Figure {
  const d = piece.wire;
  if (piece.facing === 'edge') {
    const bar = rounded(-d, -d / 2, span + d, d / 2, d / 2);
    // The light runs along the wire's upper side.
    const shine = rounded(-d * 0.6, d * 0.08, span + d * 0.6, d * 0.26, d * 0.09);
    return {
      main: 'steel',
      parts: [
        { d: bar, fill: 'steel', line: true },
        { d: shine, fill: 'paper', line: false },
      ],
    };
  }
  const face = middleLine(span, piece.width, d);
  const line = piece.facing === 'slant' ? seenAslant(face) : face;
  const thick = thickness(piece, wire, line.length);
  const ring = edges(line, thick, 0, line.length, true);
  const parts: FigurePart[] = [{ d: ring, fill: 'steel', line: true }];
  if (piece.facing === 'slant') {
    // From a little before the middle of the upper side to the foremost point.
    const from = line.findIndex(([x]) => x < span * 0.62);
    parts.push({ d: edges(line, thick, 0, from, false), fill: 'steel', line: false, over: true });
    // Only the wire's sides are in ink there: where the quarter goes over into the rest there is no edge.
    parts.push({ d: sides(line, thick, from), fill: null, line: true, over: true });
  }
  return { main: 'steel', parts };
}

/** Half the wire's diameter at each point of its middle line: a slow seeded wave that meets itself. */
export function thickness({ variation, wire: d }: RoundLink, shape: number, points: number): number[] {
  const amount = variation?.wire ?? 0;
  if (amount === 0) return Array.from({ length: points }, () => d / 2);
  const seed = (variation?.seed ?? 0) * WIRE_SHAPES + shape;
  const waves = [1, 2, 3, 5].map((n) => ({
    n,
    size: chance(seed, n, 21) / n,
    shift: 2 * Math.PI * chance(seed, n, 22),
  }));
  const total = waves.reduce((sum, { size }) => sum + size, 0) || 1;
  return Array.from({ length: points }, (_, i) => {
    const a = (2 * Math.PI * i) / points;
    const wave = waves.reduce((sum, { n, size, shift }) => sum + size * Math.sin(n * a + shift), 0) / total;
    return (d / 2) * (1 + amount * wave);
  });
}

type Line = readonly (readonly [x: number, y: number, nx: number, ny: number])[];

/**
 * The middle line of the wire, counter-clockwise from the foremost point, with its outward normals: a stadium.
 * @param fine how many times as many points as drawings have
 */
export function middleLine(span: number, width: number, d: number, fine = 1): Line {
  const r = Math.min((width - d) / 2, (span + d) / 2);
  const ahead = span + d / 2 - r;
  const behind = -d / 2 + r;
  const points: [number, number, number, number][] = [];
  const arc = (cx: number, from: number, to: number): void => {
    for (let i = 0; i <= RING_POINTS * fine; i++) {
      const a = from + ((to - from) * i) / (RING_POINTS * fine);
      points.push([cx + r * Math.cos(a), r * Math.sin(a), Math.cos(a), Math.sin(a)]);
    }
  };
  const side = (y: number, from: number, to: number): void => {
    for (let i = 1; i < 8 * fine; i++)
      points.push([from + ((to - from) * i) / (8 * fine), y, 0, Math.sign(y)]);
  };
  arc(ahead, 0, Math.PI / 2);
  side(r, ahead, behind);
  arc(behind, Math.PI / 2, (3 * Math.PI) / 2);
  side(-r, behind, ahead);
  arc(ahead, (3 * Math.PI) / 2, 2 * Math.PI);
  return points;
}

/** The same line as it is seen aslant: round wire is as thick then, all that it goes round is narrower. */
function seenAslant(line: Line): Line {
  return line.map(([x, y, nx, ny]) => {
    const size = Math.hypot(nx * NARROWED, ny);
    return [x, y * NARROWED, (nx * NARROWED) / size, ny / size] as const;
  });
}

/** The wire's outline from point `from` to point `to`: two rings where it is whole, else one strip. */
function edges(line: Line, half: readonly number[], from: number, to: number, whole: boolean): string {
  const outer: string[] = [];
  const inner: string[] = [];
  for (let i = from; i < to; i++) {
    const [x, y, nx, ny] = line[i];
    outer.push(`${short(x + nx * half[i])} ${short(y + ny * half[i])}`);
    inner.push(`${short(x - nx * half[i])} ${short(y - ny * half[i])}`);
  }
  inner.reverse();
  return whole ? `M${outer.join('L')}ZM${inner.join('L')}Z` : `M${[...outer, ...inner].join('L')}Z`;
}

/** The two sides of the wire up to point `to`, as open lines. */
function sides(line: Line, half: readonly number[], to: number): string {
  return [1, -1]
    .map((side) => {
      const points = line
        .slice(0, to)
        .map(([x, y, nx, ny], i) => `${short(x + side * nx * half[i])} ${short(y + side * ny * half[i])}`);
      return `M${points.join('L')}`;
    })
    .join('');
}
