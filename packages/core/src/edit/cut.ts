import { RelayError } from '../error';
import { wrapInto } from '../math';
import { measurePath, placeAt, type Contour, type Segment } from '../path';
import { reversePiece, subPiece } from './cut-piece';

/** Parts of a piece shorter than this in its parameter are not made: the cut falls on its end. */
const LEAST_PART = 1e-9;

/** The contour run the other way; a closed one keeps its start. */
export function reverseContour(contour: Contour): Contour {
  return { closed: contour.closed, segments: contour.segments.map(reversePiece).reverse() };
}

/**
 * The closed contour begun at arc length s. A piece is cut in two there, without change of its
 * curve, unless one ends there.
 * @throws RelayError request-invalid where the contour is open
 */
export function startAt(contour: Contour, s: number): Contour {
  if (!contour.closed) {
    throw new RelayError(
      'request-invalid',
      'An open path starts at its end: only a closed one has a start to move.',
    );
  }
  const path = measurePath(contour);
  const { before, after } = splitAt(contour, wrapInto(s, path.length));
  return { closed: true, segments: [...after, ...before] };
}

/**
 * The part of a contour from arc length s0 on to s1, as an open contour. On a closed one s1 may
 * lie before s0: the part runs over the closing place.
 * @throws RelayError request-invalid where nothing lies between
 */
export function cutContour(contour: Contour, s0: number, s1: number): Contour {
  const { length } = measurePath(contour);
  let from = s0;
  let source = contour;
  let to = s1;
  if (contour.closed) {
    from = wrapInto(s0, length);
    to = from + (s1 - s0 === length ? length : wrapInto(s1 - s0, length));
    if (to > length) {
      source = startAt(contour, from);
      to -= from;
      from = 0;
    }
  }
  if (!(to - from > length * 1e-12)) {
    throw new RelayError('request-invalid', 'A stretch needs two places that lie apart.');
  }
  const { before } = splitAt(source, to);
  const head: Contour = { closed: false, segments: before };
  return { closed: false, segments: from <= 0 ? before : splitAt(head, from).after };
}

/** The pieces before and after an arc length. Joining them again gives the contour. */
export function splitAt(contour: Contour, s: number): { before: Segment[]; after: Segment[] } {
  const path = measurePath(contour);
  const { segments: pieces } = contour;
  if (s <= 0) return { before: [], after: [...pieces] };
  if (s >= path.length) return { before: [...pieces], after: [] };
  const { piece, t } = placeAt(contour, path, s);
  if (t <= LEAST_PART) return { before: pieces.slice(0, piece), after: pieces.slice(piece) };
  if (t >= 1 - LEAST_PART) return { before: pieces.slice(0, piece + 1), after: pieces.slice(piece + 1) };
  return {
    before: [...pieces.slice(0, piece), subPiece(pieces[piece], 0, t)],
    after: [subPiece(pieces[piece], t, 1), ...pieces.slice(piece + 1)],
  };
}
