import { RelayError } from '../error';
import { add3, length3, sub3, type Vec3 } from '../math';
import { roundedPath, type SpacePoint } from './rounded';
import type { SpaceContour, SpaceSegment } from './segment';

/** How a path in space goes on from a point: straight, or as a curve by handles (offsets from its two ends, mm). */
export type SpaceOnward =
  { readonly kind: 'line' } | { readonly kind: 'curve'; readonly out: Vec3; readonly in: Vec3 };

/** A point that a path in space is drawn by. */
export interface SpaceDrawnPoint extends SpacePoint {
  readonly next: SpaceOnward;
}

/**
 * A path in space drawn by points: straight lines and cubic curves. Corners between straight lines are rounded by arcs
 * in the plane of their legs; beside a curve a radius has no plane to lie in, and is not used.
 * @throws RelayError path-not-finite; space-path-invalid where there are too few points, or a radius does not fit
 */
export function drawnSpacePath(points: readonly SpaceDrawnPoint[], closed: boolean): SpaceContour {
  const n = points.length;
  const curved = (i: number): boolean => points[i].next.kind === 'curve';
  const used = closed ? points : points.slice(0, -1);
  if (!used.some(({ next }) => next.kind === 'curve')) return roundedPath(points, closed);
  const bad = points.findIndex(
    ({ next }) =>
      next.kind === 'curve' && ![next.out, next.in].every(({ x, y, z }) => [x, y, z].every(Number.isFinite)),
  );
  if (bad >= 0)
    throw new RelayError('path-not-finite', `A handle of point ${bad + 1} of the path is not a number.`);
  const segments: SpaceSegment[] = [];
  // Runs of straight lines between curves are rounded by themselves; a closed path is begun behind a curve.
  const turn = closed ? (points.findIndex((_, i) => curved(i)) + 1) % n : 0;
  const at = (i: number): SpaceDrawnPoint => points[(i + turn) % n];
  const pieces = closed ? n : n - 1;
  let run: SpaceDrawnPoint[] = [];
  const endRun = (): void => {
    if (run.length > 1) segments.push(...straightRun(run));
    run = [];
  };
  for (let i = 0; i < pieces; i++) {
    const [from, to] = [at(i), at(i + 1)];
    if (from.next.kind === 'line') {
      if (run.length === 0) run.push(from);
      run.push(to);
      continue;
    }
    endRun();
    segments.push({
      kind: 'cubic',
      p0: from,
      p1: add3(from, from.next.out),
      p2: add3(to, from.next.in),
      p3: to,
    });
  }
  endRun();
  return { segments: turn === 0 ? segments : begunAgain(segments, points[0]), closed };
}

function straightRun(run: readonly SpaceDrawnPoint[]): readonly SpaceSegment[] {
  const apart = run.some(({ x, y, z }) => x !== run[0].x || y !== run[0].y || z !== run[0].z);
  return apart ? roundedPath(run, false).segments : [];
}

/** The pieces of a closed path from that on which begins nearest to a point: at it, or behind the arc that rounds it. */
function begunAgain(segments: readonly SpaceSegment[], point: Vec3): readonly SpaceSegment[] {
  const off = segments.map((piece) => {
    const begin = piece.kind === 'line' ? piece.a : piece.kind === 'cubic' ? piece.p0 : null;
    return begin ? length3(sub3(begin, point)) : Infinity;
  });
  const first = off.indexOf(Math.min(...off));
  return [...segments.slice(first), ...segments.slice(0, first)];
}
