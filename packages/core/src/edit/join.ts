import { distance, type Vec } from '../math';
import { pieceEnd, type Contour, type Segment } from '../path';
import { reverseContour } from './cut';
import { moveEnds } from './move-ends';
import { pairEnds } from './pair-ends';

/** Contours that became one, and the widest gap that was closed for it. */
export interface Joined {
  readonly contour: Contour;
  /** Which of the given contours it is made of, in order. */
  readonly parts: readonly number[];
  /** Gaps that were closed, mm; the closing place included. */
  readonly gaps: readonly number[];
}

/** Which end of a contour. */
interface End {
  readonly contour: number;
  readonly at: Vec;
  readonly isStart: boolean;
}

/**
 * Joins open contours whose ends meet within a tolerance into longer ones, turning them round
 * where needed, and closes what ends on its own start. Nearest ends are joined first; each end
 * joins once. Both ends of a gap go to its middle. Closed contours stay as they are.
 * @param tolerance mm
 */
export function joinContours(contours: readonly Contour[], tolerance: number): Joined[] {
  const ends: End[] = [];
  contours.forEach((contour, k) => {
    if (contour.closed || contour.segments.length === 0) return;
    const { segments: pieces } = contour;
    ends.push({ contour: k, at: pieceEnd(pieces[0], 0), isStart: true });
    ends.push({ contour: k, at: pieceEnd(pieces[pieces.length - 1], 1), isStart: false });
  });
  const partner = pairEnds(
    ends.map(({ at }) => at),
    tolerance,
  );
  const firstEnd = new Map(ends.flatMap((end, i) => (end.isStart ? [[end.contour, i]] : [])));
  const made: Joined[] = [];
  contours.forEach((contour, k) => {
    if (!firstEnd.has(k)) made.push({ contour, parts: [k], gaps: [] });
  });
  const isLoose = (i: number): boolean => partner[i] < 0 || partner[i + 1] < 0;
  // Chains are followed from a loose end; what is left then are rings.
  const starts = [...firstEnd.values()];
  const used = new Uint8Array(contours.length);
  for (const i of [...starts.filter(isLoose), ...starts.filter((start) => !isLoose(start))]) {
    if (used[ends[i].contour]) continue;
    made.push(follow(contours, ends, partner, partner[i] < 0 || partner[i + 1] >= 0 ? i : i + 1, used));
  }
  return made;
}

/** Follows a chain from one end of a contour on. */
function follow(
  contours: readonly Contour[],
  ends: readonly End[],
  partner: Int32Array,
  from: number,
  used: Uint8Array,
): Joined {
  const parts: number[] = [];
  const gaps: number[] = [];
  const pieces: Segment[] = [];
  let entry = from;
  let closed = false;
  for (;;) {
    const { contour: k, isStart } = ends[entry];
    used[k] = 1;
    parts.push(k);
    const own = isStart ? contours[k] : reverseContour(contours[k]);
    if (pieces.length > 0) gaps.push(meet(pieces, own.segments));
    else append(pieces, own.segments);
    const exit = isStart ? entry + 1 : entry - 1;
    const next = partner[exit];
    if (next < 0) break;
    if (next === from) {
      closed = true;
      gaps.push(closeUp(pieces));
      break;
    }
    entry = next;
  }
  return { contour: { segments: pieces, closed }, parts, gaps };
}

/** Appends pieces, bringing both sides of the gap to its middle. Says how wide it was. */
function meet(pieces: Segment[], more: readonly Segment[]): number {
  const last = pieces[pieces.length - 1];
  const a = pieceEnd(last, 1);
  const b = pieceEnd(more[0], 0);
  const gap = distance(a, b);
  if (gap === 0) {
    append(pieces, more);
    return 0;
  }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  pieces[pieces.length - 1] = moveEnds(last, pieceEnd(last, 0), middle);
  pieces.push(moveEnds(more[0], middle, pieceEnd(more[0], 1)));
  append(pieces, more, 1);
  return gap;
}

/** Appends one by one: there may be more than a call takes. */
function append(pieces: Segment[], more: readonly Segment[], from = 0): void {
  for (let i = from; i < more.length; i++) pieces.push(more[i]);
}

function closeUp(pieces: Segment[]): number {
  const first = pieces[0];
  const last = pieces[pieces.length - 1];
  const a = pieceEnd(last, 1);
  const b = pieceEnd(first, 0);
  const gap = distance(a, b);
  if (gap === 0) return 0;
  if (pieces.length === 1) {
    // One piece cannot give at both its ends alike: its end goes to its start.
    pieces[0] = moveEnds(first, b, b);
    return gap;
  }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  pieces[pieces.length - 1] = moveEnds(last, pieceEnd(last, 0), middle);
  pieces[0] = moveEnds(pieces[0], middle, pieceEnd(pieces[0], 1));
  return gap;
}
