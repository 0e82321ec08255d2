import type { StockSection, StockSizes } from '@coin-relay/core';

/** What ready-made sections are called. */
export const STOCK_WORDS: Readonly<Record<StockSection, string>> = {
  rectangle: 'flat bar',
  round: 'round bar',
  tube: 'tube',
  channel: 'channel, open above',
  angle: 'angle',
  tee: 'tee',
  rail: 'rail with head and foot',
  'half-pipe': 'half pipe',
  trough: 'trough with leaning sides',
};

/** What their sizes are called. */
export const SIZE_WORDS: Readonly<Record<keyof StockSizes, string>> = {
  width: 'Width of the section',
  height: 'Height of the section',
  wall: 'Thickness of the wall',
};
