// The package brings no types; whoever compiles this file finds them here.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./cdt2d.d.ts" />
import cdt2d from 'cdt2d';
import { RelayError } from '../error';
import { MeshBuilder, type Mesh } from './mesh';
import { insetRing, type Ring } from './rings';

/** Fewest parts of what was asked that an eased edge is tried with before it stays sharp. */
const LEAST_EASE = 1 / 16;

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
  let taken = Math.min(ease, 0.45 * thick);
  let inner: readonly Ring[] | null = null;
  for (const least = taken * LEAST_EASE; taken >= least && taken > 0 && inner === null; taken /= 2) {
    const drawn = rings.map((ring) => insetRing(ring, taken));
    if (drawn.every((ring) => ring !== null)) {
      inner = drawn;
      break;
    }
  }
  const builder = new MeshBuilder();
  const level = (of: readonly Ring[], z: number): number[][] =>
    of.map((ring) =>
      Array.from({ length: ring.length / 2 }, (_, i) => builder.vertex(ring[2 * i], ring[2 * i + 1], z)),
    );
  const levels = inner
    ? [level(inner, low), level(rings, low + taken), level(rings, high - taken), level(inner, high)]
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
  const cap = inner ?? rings;
  const corners = triangulate(cap);
  const [bottom, top] = [levels[0].flat(), levels[levels.length - 1].flat()];
  for (const [a, b, c] of corners) {
    builder.triangle(top[a], top[b], top[c]);
    builder.triangle(bottom[a], bottom[c], bottom[b]);
  }
  return builder.build();
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
  const found = cdt2d(points, edges, { exterior: false });
  // Euler: a disc of n corners has n − 2 triangles, and each hole adds two to its own corners.
  if (found.length < points.length - 2 * rings.length || found.length === 0) {
    throw new RelayError(
      'solid-invalid',
      'An outline of this solid crosses itself. Draw it without crossings.',
    );
  }
  return found.map(([a, b, c]) => (turn(points[a], points[b], points[c]) > 0 ? [a, b, c] : [a, c, b]));
}

type Point = readonly [number, number];
const turn = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
