import {
  measurePath,
  nearestOnPath,
  parsePathData,
  pieceEnd,
  RelayError,
  type Contour,
  type MeasuredPath,
  type Segment,
} from '@coin-relay/core';
import type { OutlinePart } from '../families';
import { throughPoints, type DrawnPoint } from '../figure/points-data';
import { MOST_OUTLINE_POINTS } from '../job/limits';
import { outlineBounds } from './own';

/** A point of an outline that is drawn here: sharp, or on a round that flows through it. */
export interface OutlinePoint extends DrawnPoint {
  /** Begins another ring of the outline, as a hole is; the first point does so anyhow. */
  readonly begins?: boolean;
}

/** Fewest points that a ring has. */
const LEAST_POINTS = 3;

/** Where the ring of a point begins, and where the next one does. */
function ringOf(points: readonly OutlinePoint[], i: number): [from: number, to: number] {
  let from = i;
  while (from > 0 && !points[from].begins) from--;
  let to = i + 1;
  while (to < points.length && !points[to].begins) to++;
  return [from, to];
}

/** The point that follows another one on its ring. */
export function pointAfter(points: readonly OutlinePoint[], i: number): OutlinePoint {
  const [from, to] = ringOf(points, i);
  return points[i + 1 < to ? i + 1 : from];
}

/** With a point more, half way behind another one. */
export function withPointAfter(points: readonly OutlinePoint[], after: number): OutlinePoint[] {
  const a = points[after];
  const b = pointAfter(points, after);
  return points.toSpliced(after + 1, 0, {
    x: (a.x + b.x) / 2,
    y: (a.y + b.y) / 2,
    round: a.round && b.round,
  });
}

/** Without a point. A hole that has no more than three goes with it; the outermost ring keeps them. */
export function withoutPoint(points: readonly OutlinePoint[], i: number): OutlinePoint[] {
  const [from, to] = ringOf(points, i);
  if (to - from <= LEAST_POINTS) return from === 0 ? [...points] : points.toSpliced(from, to - from);
  const left = points.toSpliced(i, 1);
  if (i === from && from > 0) left[from] = { ...left[from], begins: true };
  return left;
}

/** The outline through points as path data, ring after ring. */
export function pointsData(points: readonly OutlinePoint[]): string {
  let d = '';
  for (let from = 0; from < points.length;) {
    const [, to] = ringOf(points, from);
    d += throughPoints(points.slice(from, to));
    from = to;
  }
  return d;
}

/** Outlines through points stray from what they were made of by no more than this part of its size. */
const CLOSE_ENOUGH = 1e-3;
/** Nearer than points are written no outline comes, however many it has, mm. */
const AS_WRITTEN = 1e-4;
/** Two curves that meet at less than this flow into one another, radians. */
const FLOWS = 0.03;

/** An outline that is drawn by points, and how far it is off from the one it was made of, mm. */
export interface DrawnOutline {
  readonly part: OutlinePart;
  readonly off: number;
}

/**
 * Draws an outline that was brought in by points, so that it can be worked on: corners stay sharp, and every
 * curve gets so many round points that it is kept to a thousandth of the outline's size.
 * @throws RelayError outline-invalid where that would take too many points
 */
export function drawnByPoints(part: OutlinePart): DrawnOutline {
  const rings = parsePathData(part.data)
    .map(curvesOf)
    .filter((cuts) => cuts.length > 0);
  const [x0, y0, x1, y1] = outlineBounds([part]);
  const enough = Math.max(CLOSE_ENOUGH * Math.hypot(x1 - x0, y1 - y0), AS_WRITTEN);
  for (;;) {
    const points = rings.flatMap((curves, ring) => ringPoints(curves, ring > 0));
    if (points.length > MOST_OUTLINE_POINTS) {
      throw new RelayError(
        'outline-invalid',
        `It has too many curves: to work on it takes more than the ${MOST_OUTLINE_POINTS} points that an outline can have. Bring in a simpler one.`,
        { field: 'outline' },
      );
    }
    const data = pointsData(points);
    const { off, finer } = refined(rings, parsePathData(data).map(measurePath), enough);
    if (!finer) return { part: { ...part, data, points }, off };
  }
}

/** A segment of an outline, and into how many parts its points cut it. */
interface Cut {
  readonly segment: Segment;
  parts: number;
}

/** The segments of a contour that have a length. A straight one needs no points but its ends. */
function curvesOf(contour: Contour): Cut[] {
  const { pieceStarts } = measurePath(contour);
  return contour.segments
    .filter((_, j) => pieceStarts[j + 1] - pieceStarts[j] > AS_WRITTEN)
    .map((segment) => ({ segment, parts: segment.kind === 'line' ? 1 : 2 }));
}

/** Where the segments of a ring meet, and where they are cut. */
function ringPoints(cuts: readonly Cut[], begins: boolean): OutlinePoint[] {
  const points = cuts.flatMap(({ segment, parts }, j): OutlinePoint[] => {
    const { segment: before } = cuts[(j + cuts.length - 1) % cuts.length];
    const flows = segment.kind !== 'line' && before.kind !== 'line' && flowsInto(before, segment);
    return Array.from({ length: parts }, (_, i) => ({
      ...pieceEnd(segment, i / parts),
      round: i > 0 || flows,
    }));
  });
  return begins && points.length > 0 ? [{ ...points[0], begins: true }, ...points.slice(1)] : points;
}

function flowsInto(before: Segment, after: Segment): boolean {
  const [p, q, r] = [pieceEnd(before, 1 - 1e-4), pieceEnd(after, 0), pieceEnd(after, 1e-4)];
  const turn = Math.atan2(r.y - q.y, r.x - q.x) - Math.atan2(q.y - p.y, q.x - p.x);
  return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))) < FLOWS;
}

/** How far rings are from those that were drawn, at the most, mm. Curves that are off by too much are cut finer. */
function refined(
  rings: readonly Cut[][],
  drawn: readonly MeasuredPath[],
  enough: number,
): { off: number; finer: boolean } {
  let most = 0;
  let finer = false;
  rings.forEach((cuts, ring) => {
    for (const cut of cuts) {
      let off = 0;
      for (let i = 0; i <= LOOKS; i++)
        off = Math.max(off, nearestOnPath(drawn[ring], pieceEnd(cut.segment, i / LOOKS)).distance);
      if (off > enough && cut.segment.kind !== 'line') {
        cut.parts *= 2;
        finer = true;
      }
      most = Math.max(most, off);
    }
  });
  return { off: most, finer };
}

/** Places of a segment that are looked at. */
const LOOKS = 16;
