import { bandOf, type Lettering } from '@coin-relay/model';
import type { ScenePiece } from '../placing/scene';
import { letteredBox } from './lettered-box';

/** Of the room on a piece, what letters take at first: in height, and in length. */
const HIGH = 0.55;
const LONG = 0.7;
/** Two digits are so many times as wide as capitals are high, nearly. */
const TWO_DIGITS = 1.6;
/** What is so many times as long across the path as along it is lettered across. */
const SLENDER = 2;

/** Running numbers to begin with, as large as two digits go well on a piece, along what is long of it. */
export function beginLettering(piece: ScenePiece): Lettering {
  const [x0, y0, x1, y1] = letteredBox(piece);
  const deep = depthOf(piece);
  // What is wider in depth than it is thick is a belt on its edge.
  if (deep > SLENDER * (y1 - y0)) return numbers(x1 - x0, deep, 0, 'outside');
  const slender = y1 - y0 > SLENDER * (x1 - x0);
  const [long, high] = slender ? [y1 - y0, x1 - x0] : [x1 - x0, y1 - y0];
  return numbers(long, high, slender ? 3 : 0, 'front');
}

/** How deep the band is that a piece is part of, mm; 0 where it is of none. */
function depthOf({ piece, span }: ScenePiece): number {
  const rings = bandOf(piece)?.rings(span / 50) ?? [];
  const heights = rings.flatMap((ring) => [...ring].filter((_, i) => i % 2 === 1));
  return heights.length > 0 ? Math.max(...heights) - Math.min(...heights) : 0;
}

function numbers(long: number, high: number, quarters: number, sides: Lettering['sides']): Lettering {
  const height = Math.min(HIGH * high, (LONG * long) / TWO_DIGITS);
  return {
    ...{ text: '#', spelled: false, start: 1, step: 1, first: 1, every: 1 },
    ...{ height: Number(height.toPrecision(2)), along: 0, across: 0, quarters },
    ...{ upright: true, sides, material: 'red' },
  };
}
