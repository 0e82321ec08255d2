import { RelayError } from '../error';
import type { Vec } from '../math';
import { pieceEnd, type Contour, type Segment } from '../path';

export interface Thinned {
  readonly contour: Contour;
  readonly before: number;
  readonly after: number;
  /** The largest distance of a point left out from the line that took its place, mm. */
  readonly deviation: number;
}

/**
 * Thins out runs of straight pieces: of their points only those are kept without which the line
 * would be off by more than the tolerance (Douglas and Peucker's construction). Curved pieces
 * stay, and so do the points where they begin and end.
 * @param tolerance mm
 */
export function thinOut(contour: Contour, tolerance: number): Thinned {
  if (!(tolerance >= 0 && Number.isFinite(tolerance))) {
    throw new RelayError(
      'request-invalid',
      `A tolerance of ${tolerance} cannot be used: give a length, zero or more.`,
      {
        field: 'tolerance',
      },
    );
  }
  const { segments: pieces, closed } = contour;
  const made: Segment[] = [];
  let deviation = 0;
  let k = 0;
  while (k < pieces.length) {
    if (pieces[k].kind !== 'line') {
      made.push(pieces[k++]);
      continue;
    }
    const run: Vec[] = [pieceEnd(pieces[k], 0)];
    for (; k < pieces.length && pieces[k].kind === 'line'; k++) run.push(pieceEnd(pieces[k], 1));
    const whole = closed && run.length === pieces.length + 1;
    const kept = whole ? thinLoop(run, tolerance) : thinRun(run, 0, run.length - 1, tolerance);
    deviation = Math.max(deviation, kept.deviation);
    for (let i = 0; i + 1 < kept.indices.length; i++)
      made.push({ kind: 'line', a: run[kept.indices[i]], b: run[kept.indices[i + 1]] });
  }
  return { contour: { closed, segments: made }, before: pieces.length, after: made.length, deviation };
}

interface Kept {
  readonly indices: readonly number[];
  readonly deviation: number;
}

/** A loop is thinned in two runs: from its start to the point farthest from it, and back. */
function thinLoop(run: readonly Vec[], tolerance: number): Kept {
  let far = 1;
  let most = 0;
  run.forEach((p, i) => {
    const d = Math.hypot(p.x - run[0].x, p.y - run[0].y);
    if (d > most) {
      most = d;
      far = i;
    }
  });
  const out = thinRun(run, 0, far, tolerance);
  const back = thinRun(run, far, run.length - 1, tolerance);
  return {
    indices: [...out.indices, ...back.indices.slice(1)],
    deviation: Math.max(out.deviation, back.deviation),
  };
}

function thinRun(run: readonly Vec[], first: number, last: number, tolerance: number): Kept {
  const keep = new Uint8Array(run.length);
  keep[first] = keep[last] = 1;
  const stack: [number, number][] = [[first, last]];
  let deviation = 0;
  for (;;) {
    const part = stack.pop();
    if (!part) break;
    const [a, b] = part;
    let most = 0;
    let at = -1;
    for (let i = a + 1; i < b; i++) {
      const d = distanceToLine(run[i], run[a], run[b]);
      if (d > most) {
        most = d;
        at = i;
      }
    }
    if (at > 0 && most > tolerance) {
      keep[at] = 1;
      stack.push([a, at], [at, b]);
    } else {
      deviation = Math.max(deviation, most);
    }
  }
  const indices: number[] = [];
  for (let i = first; i <= last; i++) if (keep[i]) indices.push(i);
  return { indices, deviation };
}

function distanceToLine(p: Vec, a: Vec, b: Vec): number {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const size = dx * dx + dy * dy;
  const t = size > 0 ? Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / size)) : 0;
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}
