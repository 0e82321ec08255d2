import type { ResolvedLettering } from '@coin-relay/model';

/** More digits than a number comes to have, with its sign. */
const DIGITS = 12;

/** How far letters reach from the middle of what they are written on, along the path and across it, mm at the most. */
export function lettersReach(lettering: ResolvedLettering | null): {
  readonly along: number;
  readonly across: number;
} {
  if (!lettering) return { along: 0, across: 0 };
  const { text, height, along, across, quarters, sides, outlines } = lettering;
  const widest = Math.max(0, ...Object.values(outlines).map(({ advance }) => advance));
  const signs = [...text].length + (text.includes('#') ? DIGITS : 0);
  const [long, high] = [(signs * widest * height) / 2, height];
  // What is on a side of its piece goes up from the plane of the row.
  const beside = sides === 'outside' || sides === 'inside' ? 0 : Math.abs(across);
  return quarters % 2 === 0
    ? { along: Math.abs(along) + long, across: beside + high }
    : { along: Math.abs(along) + high, across: beside + long };
}
