import { familyOf, behaviourOf } from '@coin-relay/model';
import { fineOutline, inverse, multiply, parsePathData, withinPath } from '@coin-relay/core';
import { pieceFigure } from '../figures/piece-figure';
import { pieceNumberAt, placeOf, type RowScene, type ScenePiece } from '../placing/scene';
import { placeMatrix } from '../placing/placement-matrix';
import type { PathsD } from 'clipper2-ts';
import { neighbourPairs } from './neighbour-pairs';
import { movedArea, overlapWidth, solidArea } from './overlap';

/** How far an outline may stray from its curves, as a part of the pitch. */
const FINENESS = 0.002;
/** Cuts this much deeper than on a straight are spoken of, as a part of the pitch. */
export const SPOKEN_OF = 0.005;
/** A neighbour that stands as it would on a straight needs no look: radians, and as a part of the pitch. */
const STRAIGHT = 1e-7;
/** Pairs that stand as alike as this are cut once: radians, and as a part of the pitch. */
const SAME = 1e-5;

/** What a piece covers, in the plane of the row and behind it. */
interface Solid {
  readonly front: PathsD;
  readonly behind: PathsD;
  /** Of a circle round the middle between the pins. */
  readonly radius: number;
}

/** Two neighbours that cut into each other deeper than they would on a straight. */
export interface NeighbourCut {
  /** The first of the two, and the other, by their numbers in the table of places. */
  readonly place: number;
  readonly other: number;
  /** Where, mm along the path. */
  readonly s: number;
  /** How much deeper, mm. */
  readonly depth: number;
}

/**
 * Neighbours that cut into each other deeper than they would on a straight: every piece against
 * the next one and the one after, where both lie in one layer. By the outlines as they are drawn,
 * exactly. Links that go through each other on purpose and pieces that bend are left out.
 */
export function neighbourCuts(scene: RowScene): NeighbourCut[] {
  const { fit, frame, pieces, span } = scene;
  // Outlines say nothing of pieces that stand at an angle to one another: these are looked at by their poses.
  if (scene.setOut.stand) return [];
  const solids = pieces.map((piece) => (isJudged(piece) ? solidOf(piece, FINENESS * span) : null));
  if (solids.every((solid) => solid === null)) return [];
  const worst = new Map<number, NeighbourCut>();
  const depths = new Map<string, number>();
  const matrices = [new Float64Array(6), new Float64Array(6)];
  for (const { k, other, ahead } of neighbourPairs(scene)) {
    const [a, b] = [pieceNumberAt(scene, k), pieceNumberAt(scene, other)];
    const [first, second] = [solids[a] ?? null, solids[b] ?? null];
    if (!first || !second || pieces[a].layer !== pieces[b].layer) continue;
    placeMatrix(scene, k, pieces[a], 0, matrices[0]);
    placeMatrix(scene, other, pieces[b], 0, matrices[1]);
    const between = multiply(inverse(matrices[0]), matrices[1]);
    // Told in the axes of the first one, which may be drawn larger or longer than it is made.
    const away = awayOnStraight(scene, k, ahead) / Math.hypot(matrices[0][0], matrices[0][1]);
    if (isStraight(between, away, span)) continue;
    const reach = Math.hypot(
      between[4] + between[0] * pieces[b].middle - pieces[a].middle,
      between[5] + between[1] * pieces[b].middle,
    );
    if (reach >= first.radius + second.radius) continue;
    const key = `${a} ${b} ${ahead}`;
    const depthAt = (m: readonly number[]): number => {
      // On an arc every pair stands alike, and is cut once.
      const at = `${key} ${m.map((value, i) => Math.round(value / (i < 4 ? SAME : SAME * span))).join(' ')}`;
      let depth = depths.get(at);
      if (depth === undefined) {
        depth = solidDepth(first, second, m);
        depths.set(at, depth);
      }
      return depth;
    };
    const depth = depthAt(between) - depthAt([1, 0, 0, 1, away, 0]);
    const place = placeOf(scene, k);
    if (depth <= SPOKEN_OF * span || place < 0) continue;
    const known = worst.get(place);
    if (known && known.depth >= depth) continue;
    worst.set(place, {
      place,
      other: placeOf(scene, other),
      s: withinPath(fit.layout.path, frame.arc[k * frame.step + 1]),
      depth,
    });
  }
  return [...worst.values()].sort((a, b) => a.place - b.place);
}

/** How far it is to the next piece but `ahead` on a straight, mm. */
export function awayOnStraight({ frame, fit, span }: RowScene, k: number, ahead: number): number {
  if (!fit.apart && !fit.sections) return ahead * span;
  const { step, pins, rise } = frame;
  const places = pins.length / 2;
  let sum = 0;
  for (let i = k * step; i < (k + ahead) * step; i++) {
    const [a, b] = [i % places, (i + 1) % places];
    const up = rise.length > 0 ? rise[b] - rise[a] : 0;
    sum += Math.hypot(pins[2 * b] - pins[2 * a], pins[2 * b + 1] - pins[2 * a + 1], up);
  }
  return sum;
}

function isJudged({ piece }: ScenePiece): boolean {
  return behaviourOf(piece) !== 'bending' && !familyOf(piece).overlaps;
}

function solidOf({ piece, span, middle }: ScenePiece, tolerance: number): Solid {
  const front: Float64Array[][] = [];
  const behind: Float64Array[][] = [];
  let radius = 0;
  for (const part of pieceFigure(piece, span).parts) {
    const { points, rings } = fineOutline(parsePathData(part.d), Infinity, tolerance);
    const outlines: Float64Array[] = [];
    for (let r = 0; r + 1 < rings.length; r++) outlines.push(points.slice(2 * rings[r], 2 * rings[r + 1]));
    (part.behind ? behind : front).push(outlines);
    for (let p = 0; p < points.length; p += 2)
      radius = Math.max(radius, Math.hypot(points[p] - middle, points[p + 1]));
  }
  return { front: solidArea(front), behind: solidArea(behind), radius };
}

function isStraight(m: readonly number[], away: number, span: number): boolean {
  const turned = Math.abs(m[1]) + Math.abs(m[2]) + Math.abs(m[0] - 1) + Math.abs(m[3] - 1);
  return turned <= STRAIGHT && Math.abs(m[4] - away) + Math.abs(m[5]) <= STRAIGHT * span;
}

function solidDepth(a: Solid, b: Solid, m: readonly number[]): number {
  return Math.max(
    overlapWidth(a.front, movedArea(b.front, m)),
    a.behind.length > 0 && b.behind.length > 0 ? overlapWidth(a.behind, movedArea(b.behind, m)) : 0,
  );
}
