import { RelayError } from '../error';
import { LIMITS } from '../limits';
import { distance } from '../math';
import type { Contour, Segment } from './segment';

/** Shorter paths have no length, mm: a millionth of a nanometre. */
export const LEAST_LENGTH = 1e-12;

/**
 * Whether a contour can be worked on: how many pieces it has, and how far its numbers go.
 * @returns what takes its length once that is known, and gives it back
 * @throws RelayError path-not-finite, path-zero-length, path-data-too-large
 */
export function checkContour({ segments }: Contour): (length: number) => number {
  checkPieces(segments.length);
  const extent = contourExtent(segments);
  checkExtent(extent);
  if (!(extent > LEAST_LENGTH)) noLength();
  return (length) => (length > Math.max(extent * 1e-12, LEAST_LENGTH) ? length : noLength());
}

/** @throws RelayError path-data-too-large */
export function checkPieces(many: number): void {
  if (many <= LIMITS.pathPieces) return;
  throw new RelayError(
    'path-data-too-large',
    `The path has ${many} pieces; at most ${LIMITS.pathPieces} can be worked on. Thin it out first.`,
  );
}

/** @throws RelayError path-not-finite */
export function checkExtent(extent: number): void {
  if (extent <= LIMITS.coordinate) return;
  throw new RelayError(
    'path-not-finite',
    `The path has a coordinate that is not a number, or beyond ${LIMITS.coordinate / 1e6} km. Every coordinate must be finite.`,
  );
}

export function noLength(): never {
  throw new RelayError('path-zero-length', 'The path has no length: all its points lie in one place.');
}

/** About how long a piece is: exact for what has a closed form, never too short for the others. */
export function roughLength(piece: Segment): number {
  switch (piece.kind) {
    case 'line':
      return distance(piece.a, piece.b);
    case 'arc':
      return Math.abs(piece.sweep) * piece.radius;
    case 'ellipse':
      return Math.abs(piece.sweep) * Math.max(piece.rx, piece.ry);
    case 'catenary':
      return Math.abs(piece.to - piece.from);
    case 'cubic':
      return distance(piece.p0, piece.p1) + distance(piece.p1, piece.p2) + distance(piece.p2, piece.p3);
  }
}

/** The largest absolute coordinate or radius: NaN where any number is not one. */
export function contourExtent(pieces: readonly Segment[]): number {
  let extent = 0;
  const take = (value: number): void => {
    // Math.max passes NaN on, so that one bad number spoils the sum of them.
    extent = Math.max(extent, Math.abs(value));
  };
  for (const piece of pieces) {
    switch (piece.kind) {
      case 'line':
        [piece.a.x, piece.a.y, piece.b.x, piece.b.y].forEach(take);
        break;
      case 'arc':
        [piece.centre.x, piece.centre.y, piece.radius, piece.start, piece.sweep].forEach(take);
        break;
      case 'ellipse':
        [piece.centre.x, piece.centre.y, piece.rx, piece.ry, piece.tilt, piece.start, piece.sweep].forEach(
          take,
        );
        break;
      case 'catenary':
        [piece.low.x, piece.low.y, piece.a, piece.tilt, piece.from, piece.to].forEach(take);
        break;
      case 'cubic':
        [piece.p0, piece.p1, piece.p2, piece.p3].forEach((p) => {
          take(p.x);
          take(p.y);
        });
    }
  }
  return extent;
}
