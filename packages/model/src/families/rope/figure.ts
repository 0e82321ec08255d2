import { rectangle, short, type Figure, type FigurePart } from '../../figure/figure';
import type { Rope } from './piece';
import { strandWay, type StrandWay } from './lay';

/** Stations of a strand in a stretch, and how far beyond it they are worked out, of the stretch. */
const STATIONS = 14;
const BEYOND = 0.6;
const UNDER = 0.015;

type Place = readonly [x: number, y: number];

/**
 * The front of a rope: its strands in true projection, what is behind first. Seen square to the rope a strand is as wide
 * as it is thick, so that its rims run beside its middle line, by its radius (the envelope of circles along that line).
 */
export function rope(piece: Rope, span: number): Figure {
  const way = strandWay(piece, span);
  const apart = (2 * Math.PI) / piece.strands;
  const front = Math.floor((Math.PI / 2 + apart / 2) / apart);
  const order = Array.from({ length: 2 * front + 1 }, (_, i) => i - front).sort(
    (a, b) => Math.abs(b) - Math.abs(a),
  );
  const half = way.radius + way.r;
  return {
    main: 'cord',
    parts: [
      // What is between strands is in the shade.
      { d: rectangle(0, -way.radius, span, way.radius), fill: 'leather', line: false },
      ...order.flatMap((j) => strandParts(way, j, span, half)),
    ],
  };
}

function strandParts(way: StrandWay, j: number, span: number, half: number): FigurePart[] {
  const rims = [1, -1].map((side) => rim(way, j, span, side * way.r));
  // What is filled goes a little under the next stretch, so that no hairline is seen between them.
  const under = UNDER * span;
  const [above, below] = rims.map((each) => within(each, -under, span + under));
  const [upper, lower] = rims.map((each) => within(each, 0, span));
  if ([above, below, upper, lower].some((each) => each.length < 2)) return [];
  const text = (points: readonly Place[]): string =>
    points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${short(x)} ${short(clamp(y, half))}`).join('');
  return [
    { d: `${text([...above, ...[...below].reverse()])}Z`, fill: 'cord', line: false },
    { d: text(upper) + text(lower), fill: null, line: true },
  ];
}

/** A line beside the middle of a strand, by a distance. */
function rim({ radius, angleAt }: StrandWay, j: number, span: number, off: number): Place[] {
  const y = (x: number): number => -radius * Math.sin(angleAt(j, x));
  const [from, to] = [-BEYOND * span, (1 + BEYOND) * span];
  const many = Math.ceil(STATIONS * (1 + 2 * BEYOND));
  return Array.from({ length: many + 1 }, (_, i): Place => {
    const x = from + ((to - from) * i) / many;
    const step = span * 1e-4;
    const slope = (y(x + step) - y(x - step)) / (2 * step);
    const long = Math.hypot(1, slope);
    return [x - (off * slope) / long, y(x) + off / long];
  });
}

/** What of a line is between two x. */
function within(points: readonly Place[], from: number, to: number): Place[] {
  const kept: Place[] = [];
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i], points[i + 1]];
    const at = (x: number): Place => [x, a[1] + ((x - a[0]) / (b[0] - a[0])) * (b[1] - a[1])];
    const [x0, x1] = [Math.max(from, a[0]), Math.min(to, b[0])];
    // Where it turns back on itself, on the inside of a bend tighter than it is wide, it is left out.
    if (!(b[0] > a[0] && x1 > x0)) continue;
    if (kept.length === 0) kept.push(at(x0));
    kept.push(at(x1));
  }
  return kept;
}

const clamp = (value: number, most: number): number => Math.min(most, Math.max(-most, value));
