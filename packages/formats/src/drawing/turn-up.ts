import { mapFree, type Map3 } from '@coin-relay/core';
import type { Drawing } from './drawing';

/** How the lines of a file are turned so that what is up in it is up in the job. */
export type TurnUp = 'as-it-is' | 'y-to-z' | 'z-to-y';

/** Quarter turns about x: their numbers are exact. */
const TURNS: Readonly<Record<Exclude<TurnUp, 'as-it-is'>, Map3>> = {
  'y-to-z': [1, 0, 0, 0, 0, 0, -1, 0, 0, 1, 0, 0],
  'z-to-y': [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0],
};

/** The lines in space of a drawing, turned up; those in the plane stay in it. */
export function turnedUp(drawing: Drawing, turn: TurnUp): Drawing {
  if (turn === 'as-it-is' || drawing.inSpace.length === 0) return drawing;
  const map = TURNS[turn];
  return {
    ...drawing,
    inSpace: drawing.inSpace.map((drawn) => ({ ...drawn, line: mapFree(drawn.line, map) })),
  };
}
