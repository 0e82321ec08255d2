import type { Lettering } from '@coin-relay/model';
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
  const slender = y1 - y0 > SLENDER * (x1 - x0);
  const [long, high] = slender ? [y1 - y0, x1 - x0] : [x1 - x0, y1 - y0];
  const height = Math.min(HIGH * high, (LONG * long) / TWO_DIGITS);
  return {
    ...{ text: '#', spelled: false, start: 1, step: 1, first: 1, every: 1 },
    ...{ height: Number(height.toPrecision(2)), along: 0, across: 0, quarters: slender ? 3 : 0 },
    ...{ upright: true, sides: 'front', material: 'red' },
  };
}
