import { RelayError } from '@coin-relay/core';
import type { Mend } from '../../mend/mends';
import type { HelixPath } from './schema';

/**
 * A mended helix.
 * @throws RelayError for what would leave it none: it has no corners, and is not closed
 */
export function mendHelix(path: HelixPath, mend: Mend): HelixPath {
  const { centre, from, to, rise, turns, hand, start } = path;
  const other = hand === 'ccw' ? 'cw' : 'ccw';
  const sweep = 2 * Math.PI * turns * (hand === 'ccw' ? 1 : -1);
  switch (mend.do) {
    case 'reverse':
      return {
        ...path,
        centre: { ...centre, z: centre.z + rise * turns },
        from: to,
        to: from,
        rise: -rise,
        hand: other,
        start: wrapped(start + sweep),
      };
    case 'mirror':
      return { ...path, hand: other, start: wrapped(mend.axis === 'upright' ? Math.PI - start : -start) };
    case 'scale': {
      const { factor } = mend;
      if (!(factor > 0 && Number.isFinite(factor)))
        throw new RelayError(
          'request-invalid',
          `A path cannot be scaled by ${factor}: give a factor above zero.`,
          { field: 'factor' },
        );
      const middle = centre.z + (rise * turns) / 2;
      return {
        ...path,
        centre: { ...centre, z: middle + (centre.z - middle) * factor },
        from: from * factor,
        to: to * factor,
        rise: rise * factor,
      };
    }
    default:
      throw new RelayError(
        'request-invalid',
        `“${path.name}” is a helix: it has no corners and no ends that meet. Change its numbers, or draw it by points in space.`,
      );
  }
}

const wrapped = (angle: number): number => Math.atan2(Math.sin(angle), Math.cos(angle));
