import {
  measurePath,
  pathBounds,
  placementAbout,
  RelayError,
  type Contour,
  type Placement,
} from '@coin-relay/core';
import type { Mend } from './mends';

/** Mirroring and scaling leave the middle of the path where it is. */
export function placementOf(contour: Contour, mend: Extract<Mend, { do: 'mirror' | 'scale' }>): Placement {
  const [x0, y0, x1, y1] = pathBounds(measurePath(contour));
  const middle = { x: (x0 + x1) / 2, y: (y0 + y1) / 2 };
  if (mend.do === 'mirror') return placementAbout(middle, 1, mend.axis === 'upright' ? Math.PI : 0, true);
  if (!(mend.factor > 0 && Number.isFinite(mend.factor)))
    throw new RelayError(
      'request-invalid',
      `A path cannot be scaled by ${mend.factor}: give a factor above zero.`,
      {
        field: 'factor',
      },
    );
  return placementAbout(middle, mend.factor, 0);
}
