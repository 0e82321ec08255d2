import type { Setting } from './piece-base';

/** Pieces on a path in its own direction, unturned, as large as they are made. */
export const PLAIN_SETTING: Setting = {
  line: 0,
  out: 0,
  along: 0,
  turn: 0,
  flip: false,
  scale: 1,
  facing: 'path',
  toward: { x: 0, y: 0 },
};
