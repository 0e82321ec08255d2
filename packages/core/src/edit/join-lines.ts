import { length3, sub3, type Vec3 } from '../math';
import { pairEnds } from './pair-ends';

/** Pieces one after the other, in the plane or in space. */
export interface Line<S> {
  readonly segments: readonly S[];
  readonly closed: boolean;
}

/** What joining has to know of pieces. */
export interface PieceOps<S> {
  /** Where a piece begins (0) or ends (1); in the plane at height 0. */
  readonly end: (piece: S, t: 0 | 1) => Vec3;
  /** The piece brought between other ends. */
  readonly moved: (piece: S, from: Vec3, to: Vec3) => S;
  /** A line from its end to its beginning. */
  readonly reversed: (line: Line<S>) => Line<S>;
}

/** Lines that became one, and the gaps that were closed for it. */
export interface JoinedLine<S> {
  readonly contour: Line<S>;
  /** Which of the given lines it is made of, in order. */
  readonly parts: readonly number[];
  /** Gaps that were closed, mm; the closing place included. */
  readonly gaps: readonly number[];
}

/** Which end of a line. */
interface End {
  readonly line: number;
  readonly at: Vec3;
  readonly isStart: boolean;
}

/**
 * Joins open lines whose ends meet within a tolerance into longer ones, turning them round where needed, and closes what
 * ends on its own start. Nearest ends are joined first; each end joins once. Both ends of a gap go to its middle. Closed
 * lines stay as they are.
 * @param tolerance mm
 */
export function joinLines<S>(
  lines: readonly Line<S>[],
  tolerance: number,
  ops: PieceOps<S>,
): JoinedLine<S>[] {
  const ends: End[] = [];
  lines.forEach(({ closed, segments }, k) => {
    if (closed || segments.length === 0) return;
    ends.push({ line: k, at: ops.end(segments[0], 0), isStart: true });
    ends.push({ line: k, at: ops.end(segments[segments.length - 1], 1), isStart: false });
  });
  const partner = pairEnds(
    ends.map(({ at }) => at),
    tolerance,
  );
  const firstEnd = new Map(ends.flatMap((end, i) => (end.isStart ? [[end.line, i]] : [])));
  const made: JoinedLine<S>[] = [];
  lines.forEach((contour, k) => {
    if (!firstEnd.has(k)) made.push({ contour, parts: [k], gaps: [] });
  });
  const isLoose = (i: number): boolean => partner[i] < 0 || partner[i + 1] < 0;
  // Chains are followed from a loose end; what is left then are rings.
  const starts = [...firstEnd.values()];
  const used = new Uint8Array(lines.length);
  for (const i of [...starts.filter(isLoose), ...starts.filter((start) => !isLoose(start))]) {
    if (used[ends[i].line]) continue;
    made.push(follow(lines, ends, partner, partner[i] < 0 || partner[i + 1] >= 0 ? i : i + 1, used, ops));
  }
  return made;
}

/** Follows a chain from one end of a line on. */
function follow<S>(
  lines: readonly Line<S>[],
  ends: readonly End[],
  partner: Int32Array,
  from: number,
  used: Uint8Array,
  ops: PieceOps<S>,
): JoinedLine<S> {
  const parts: number[] = [];
  const gaps: number[] = [];
  const pieces: S[] = [];
  let entry = from;
  let closed = false;
  for (;;) {
    const { line: k, isStart } = ends[entry];
    used[k] = 1;
    parts.push(k);
    const own = isStart ? lines[k] : ops.reversed(lines[k]);
    if (pieces.length > 0) gaps.push(meet(pieces, own.segments, ops));
    else append(pieces, own.segments);
    const exit = isStart ? entry + 1 : entry - 1;
    const next = partner[exit];
    if (next < 0) break;
    if (next === from) {
      closed = true;
      gaps.push(closeUp(pieces, ops));
      break;
    }
    entry = next;
  }
  return { contour: { segments: pieces, closed }, parts, gaps };
}

/** Appends pieces, bringing both sides of the gap to its middle. Says how wide it was. */
function meet<S>(pieces: S[], more: readonly S[], { end, moved }: PieceOps<S>): number {
  const last = pieces[pieces.length - 1];
  const a = end(last, 1);
  const b = end(more[0], 0);
  const gap = length3(sub3(a, b));
  if (gap === 0) {
    append(pieces, more);
    return 0;
  }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 };
  pieces[pieces.length - 1] = moved(last, end(last, 0), middle);
  pieces.push(moved(more[0], middle, end(more[0], 1)));
  append(pieces, more, 1);
  return gap;
}

/** Appends one by one: there may be more than a call takes. */
function append<S>(pieces: S[], more: readonly S[], from = 0): void {
  for (let i = from; i < more.length; i++) pieces.push(more[i]);
}

function closeUp<S>(pieces: S[], { end, moved }: PieceOps<S>): number {
  const first = pieces[0];
  const last = pieces[pieces.length - 1];
  const a = end(last, 1);
  const b = end(first, 0);
  const gap = length3(sub3(a, b));
  if (gap === 0) return 0;
  if (pieces.length === 1) {
    // One piece cannot give at both its ends alike: its end goes to its start.
    pieces[0] = moved(first, b, b);
    return gap;
  }
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 };
  pieces[pieces.length - 1] = moved(last, end(last, 0), middle);
  pieces[0] = moved(pieces[0], middle, end(pieces[0], 1));
  return gap;
}
