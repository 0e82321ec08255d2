import { RelayError, type Map3 } from '@coin-relay/core';
import { cutBody, cutDepth, type CutBody } from '@coin-relay/core/solid';
import type { JobPiece } from '@coin-relay/model';
import { pieceSolid } from '@coin-relay/model/solid';
import type { NeighbourPose } from '../interference';

/** How far a solid may stray from what is round where it is looked at for cutting, as a part of its pitch. */
const FINENESS = 0.002;
/** How far apart its points are, as a part of its pitch. */
const SPACING = 1 / 16;
/** Pieces of more triangles than this are not looked at. */
export const MOST_CUT_TRIANGLES = 50_000;

/** Pieces with the poses their neighbours stand in: plain data. */
export interface PosedPieces {
  readonly pieces: readonly JobPiece[];
  /** The pin distance each is drawn with, mm. */
  readonly spans: readonly number[];
  readonly poses: readonly NeighbourPose[];
}

/**
 * How much deeper neighbours cut into each other than they would on a straight, mm; one for each pose, 0 where that is
 * no deeper than what is spoken of. What pins do to their bores where links turn other than about them is what joints
 * are asked for, and no cut: so much of a depth is not spoken of as they move by at half their reach across.
 */
export function poseDepths({ pieces, spans, poses }: PosedPieces): Float64Array {
  const bodies = pieces.map((piece, i) => lazily(() => bodiesOf(piece, spans[i])));
  const straights = new Map<string, number>();
  return Float64Array.from(poses, ({ first, second, pose, straight, scale, over, askew }) => {
    const [a, b] = [bodies[first](), bodies[second]()];
    const key = `${first} ${second} ${straight.map((value) => value.toFixed(3)).join(' ')}`;
    let before = straights.get(key);
    if (before === undefined) {
      before = deepest(a, b, straight, 0);
      straights.set(key, before);
    }
    const least = Math.max(over / scale, askew * Math.min(acrossOf(a), acrossOf(b)));
    const depth = deepest(a, b, pose, before + least);
    return depth > 0 ? (depth - before) * scale : 0;
  });
}

function deepest(a: readonly CutBody[], b: readonly CutBody[], m: Map3, over: number): number {
  let found = 0;
  for (const one of a)
    for (const other of b) found = Math.max(found, cutDepth(one, other, m, Math.max(over, found)));
  return found;
}

/**
 * What is looked at of a piece. One that cannot be a solid cuts into nothing (why it cannot is said where it is shown),
 * nor does one with a body from a file, which is not everywhere at hand.
 */
function bodiesOf(piece: JobPiece, span: number): CutBody[] {
  if (piece.family === 'own' && piece.outline.some(({ solid }) => solid)) return [];
  try {
    const parts = pieceSolid(piece, span, FINENESS * span, 0).parts.filter(({ band }) => !band);
    const triangles = parts.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0);
    return triangles > MOST_CUT_TRIANGLES ? [] : parts.map(({ mesh }) => cutBody(mesh, SPACING * span));
  } catch (error) {
    if (error instanceof RelayError) return [];
    throw error;
  }
}

/** How far bodies reach across the row, to one side of it, mm. */
const acrossOf = (bodies: readonly CutBody[]): number =>
  bodies.reduce(
    (most, { surface: { bounds } }) => Math.max(most, ...[1, 2, 4, 5].map((i) => Math.abs(bounds[i]))),
    0,
  );

function lazily<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}
