import type { Finish } from './figure';

/** The one palette of drawn things: fills by finish, and the ink of outlines. */
export const FINISHES: Readonly<Record<Finish, string>> = {
  brass: '#c9a35c',
  steel: '#a9b1b4',
  iron: '#d5d6d0',
  leather: '#8a5638',
  rubber: '#4d4a46',
  paper: '#fbf8f0',
  shade: '#bfc3bf',
};

export const INK = '#2c2f33';
