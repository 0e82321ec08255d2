import { parsePathData, RelayError, type Contour } from '@coin-relay/core';

/** The one contour of an outline's path data (already y up). */
export function outlineContour(data: string): Contour {
  return oneContour(parsePathData(data));
}

/**
 * The only contour there is.
 * @throws RelayError path-data-empty, path-several-contours
 */
export function oneContour(contours: readonly Contour[]): Contour {
  if (contours.length === 0) throw new RelayError('path-data-empty', 'The path draws nothing.');
  if (contours.length > 1) {
    throw new RelayError(
      'path-several-contours',
      `The path data puts the pen down ${contours.length} times. A row runs on one contour: choose one of them.`,
    );
  }
  return contours[0];
}
