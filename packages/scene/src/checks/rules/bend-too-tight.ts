import { tightestBend } from '@coin-relay/core';
import { bandOf, behaviourOf, formatLength, pieceWidth } from '@coin-relay/model';
import { rowRule } from '../rule';
import { tightestAside } from './bend-aside';

/** Bending pieces that are stretched further than this look and are overstretched (common practice, no source). */
const MOST_STRAIN = 0.25;

/** Pieces that bend or are carried do not jam in a bend; they fold or overlap where it is tighter than they are. */
export const bendTooTight = rowRule(
  'link',
  ['tighter-than-piece', 'bent-too-far'],
  ({ job: { unit }, fit, setOut: { pieces, stand } }) => {
    const tightest = stand ? tightestAside(stand) : tightestBend(fit.layout.path);
    // A band of a section of its own is looked at by that.
    const free = pieces.filter((piece) => behaviourOf(piece) !== 'stiff' && !bandOf(piece)?.ownSection);
    if (!tightest || free.length === 0) return [];
    const { s, radius } = tightest;
    const half = pieceWidth(free) / 2;
    const place = `The bend at ${formatLength(s, unit)} has a radius of ${formatLength(radius, unit)}`;
    const strain = half / radius;
    if (strain > 1) {
      return [
        {
          kind: 'tighter-than-piece',
          text: `${place}; pieces reach ${formatLength(half, unit)} to its inner side, so they fold over or overlap there: ${formatLength(2 * radius, unit)} wide, they just pass.`,
          at: s,
          size: half,
        },
      ];
    }
    if (!free.some((piece) => behaviourOf(piece) === 'bending') || strain <= MOST_STRAIN) return [];
    return [
      {
        kind: 'bent-too-far',
        text: `${place}: pieces that bend with it are stretched outside and squeezed inside by ${(strain * 100).toFixed(0)}\u00a0%, more than ${MOST_STRAIN * 100}\u00a0%.`,
        at: s,
        size: strain,
      },
    ];
  },
);
