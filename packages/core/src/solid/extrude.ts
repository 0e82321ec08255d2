// The package brings no types; whoever compiles this file finds them here.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./cdt2d.d.ts" />
import cdt2d from 'cdt2d';
import { RelayError } from '../error';
import { MeshBuilder, type Mesh } from './mesh';
import { insetRing, type Ring } from './rings';

/** Fewest parts of what was asked that an eased edge is tried with before it stays sharp. */
const LEAST_EASE = 1 / 16;

/** An edge that is eased by less than this many tolerances may as well be sharp. */
const WORTH = 2;

/** How much is taken off an edge: nothing where it could not be told from how far chords may stray, mm. */
export const easeFor = (wanted: number, tolerance: number): number =>
  wanted < WORTH * tolerance ? 0 : wanted;

/**
 * A plate: outlines drawn out from one height to another, its edges eased at 45° where that is asked
 * and there is room.
 * @param rings outer ones counter-clockwise, holes clockwise, none crossing another
 * @param ease how much of each edge is taken off, mm; at most 0.45 of the thickness
 * @throws RelayError solid-invalid
 */
export function extrude(rings: readonly Ring[], low: number, high: number, ease = 0): Mesh {
  const thick = high - low;
  if (!(thick > 0) || rings.length === 0) {
    throw new RelayError('solid-invalid', 'A plate needs an outline and a thickness above zero.');
  }
  const eased = drawnIn(rings, Math.min(ease, 0.45 * thick));
  const corners = eased?.corners ?? triangulate(rings);
  const builder = new MeshBuilder();
  const level = (of: readonly Ring[], z: number): number[][] =>
    of.map((ring) =>
      Array.from({ length: ring.length / 2 }, (_, i) => builder.vertex(ring[2 * i], ring[2 * i + 1], z)),
    );
  const levels = eased
    ? [
        level(eased.rings, low),
        level(rings, low + eased.by),
        level(rings, high - eased.by),
        level(eased.rings, high),
      ]
    : [level(rings, low), level(rings, high)];
  for (let l = 0; l + 1 < levels.length; l++) {
    levels[l].forEach((below, r) => {
      const above = levels[l + 1][r];
      for (let i = 0; i < below.length; i++) {
        const j = (i + 1) % below.length;
        builder.quad(below[i], below[j], above[j], above[i]);
      }
    });
  }
  const [bottom, top] = [levels[0].flat(), levels[levels.length - 1].flat()];
  for (const [a, b, c] of corners) {
    builder.triangle(top[a], top[b], top[c]);
    builder.triangle(bottom[a], bottom[c], bottom[b]);
  }
  return builder.build();
}

/** Outlines drawn in for eased edges, by less than was asked where there is no room; null where there is none at all. */
function drawnIn(
  rings: readonly Ring[],
  ease: number,
): { readonly rings: Ring[]; readonly by: number; readonly corners: [number, number, number][] } | null {
  for (let by = ease; by > 0 && by >= ease * LEAST_EASE; by /= 2) {
    const drawn = rings.flatMap((ring) => insetRing(ring, by) ?? []);
    if (drawn.length < rings.length) continue;
    try {
      return { rings: drawn, by, corners: triangulate(drawn) };
    } catch (error) {
      // Outlines that come over each other where they are drawn in so far.
      if (!(error instanceof RelayError)) throw error;
    }
  }
  return null;
}

/**
 * The area between rings as triangles, counter-clockwise, with all corners of the rings and no others:
 * a constrained Delaunay triangulation (Chew 1989).
 * @returns corners as numbers of points, ring after ring
 * @throws RelayError solid-invalid
 */
export function triangulate(rings: readonly Ring[]): [number, number, number][] {
  const points: [number, number][] = [];
  const edges: [number, number][] = [];
  for (const ring of rings) {
    const [first, n] = [points.length, ring.length / 2];
    for (let i = 0; i < n; i++) {
      points.push([ring[2 * i], ring[2 * i + 1]]);
      edges.push([first + i, first + ((i + 1) % n)]);
    }
  }
  const found = cells(points, edges);
  // Where no outline crosses another, the sides of the triangles that have none beside them are those of the rings.
  const key = (from: number, to: number): number => from * points.length + to;
  const sides = new Set(found.flatMap(([a, b, c]) => [key(a, b), key(b, c), key(c, a)]));
  const free = found.flatMap(([a, b, c]) =>
    [
      [a, b],
      [b, c],
      [c, a],
    ].filter(([from, to]) => !sides.has(key(to, from))),
  );
  if (
    found.length === 0 ||
    free.length !== edges.length ||
    !edges.every(([from, to]) => sides.has(key(from, to)))
  ) {
    throw new RelayError(
      'solid-invalid',
      'An outline of this solid crosses itself. Draw it without crossings.',
    );
  }
  return found;
}

/** The triangles between edges, counter-clockwise; none where edges cross, which the library does not foresee. */
function cells(points: [number, number][], edges: [number, number][]): [number, number, number][] {
  try {
    return cdt2d(points, edges, { exterior: false }).map(([a, b, c]) =>
      turn(points[a], points[b], points[c]) > 0 ? [a, b, c] : [a, c, b],
    );
  } catch {
    return [];
  }
}

type Point = readonly [number, number];
const turn = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
