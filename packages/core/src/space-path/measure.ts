import { length3, scale3, sub3, type Vec3 } from '../math';
import {
  arcLengthTable,
  checkExtent,
  checkPieces,
  SEGMENT,
  slowest,
  type MeasuredPath,
  type Paced,
} from '../path';
import { PathRows } from './path-rows';
import type { HelixPiece, SpaceContour, SpaceCubic, SpaceSegment } from './segment';

/** As of paths in the plane: errors of a curve’s length, and of the place found for a length, as parts of the whole. */
const LENGTH_TOLERANCE = 1e-12;
const INVERSE_TOLERANCE = 2e-10;

/**
 * Measures a path in space. Pieces of no length are passed over.
 * @throws RelayError path-not-finite, path-zero-length, path-data-too-large
 */
export function measureSpacePath({ segments, closed }: SpaceContour): MeasuredPath {
  checkPieces(segments.length);
  const extent = segments.reduce((most, piece) => Math.max(most, ...numbersOf(piece).map(Math.abs)), 0);
  checkExtent(extent);
  const whole = segments.reduce((sum, piece) => sum + roughLength(piece), 0);
  const rows = new PathRows();
  segments.forEach((piece, index) => {
    rows.begin();
    addPiece(rows, piece, index, extent, whole);
  });
  return rows.done(closed, extent);
}

function addPiece(rows: PathRows, piece: SpaceSegment, index: number, extent: number, whole: number): void {
  switch (piece.kind) {
    case 'line': {
      const way = sub3(piece.b, piece.a);
      const length = length3(way);
      if (!(length > extent * 1e-14)) return;
      const { x, y, z } = scale3(way, 1 / length);
      rows.add(SEGMENT.spaceLine, length, index, [piece.a.x, piece.a.y, piece.a.z, x, y, z]);
      return;
    }
    case 'arc': {
      const { centre, u, v, radius, sweep } = piece;
      if (!(radius * sweep > extent * 1e-14)) return;
      rows.add(SEGMENT.spaceArc, radius * sweep, index, [
        ...[centre.x, centre.y, centre.z],
        ...[u.x, u.y, u.z, v.x, v.y, v.z],
        radius,
      ]);
      return;
    }
    case 'cubic': {
      const { a, b, c, p0 } = powers(piece);
      const finest = [
        Math.max(roughLength(piece) * LENGTH_TOLERANCE, extent * 1e-15),
        whole * INVERSE_TOLERANCE,
      ];
      for (const { length, coefficients } of arcLengthTable(cubicPace(a, b, c), finest[0], finest[1]))
        rows.add(
          SEGMENT.spaceCubic,
          length,
          index,
          [...coefficients, a.x, a.y, b.x, b.y, c.x, c.y, p0.x, p0.y],
          [a.z, b.z, c.z, p0.z],
        );
      return;
    }
    case 'helix': {
      const { centre, from, to, rise, start, sweep } = piece;
      const turn = Math.abs(sweep);
      if (!(roughLength(piece) > extent * 1e-14)) return;
      const rest = [
        centre.x,
        centre.y,
        centre.z,
        from,
        (to - from) / turn,
        rise / turn,
        start,
        Math.sign(sweep),
      ];
      for (const { length, turns } of helixParts(piece, extent, whole))
        rows.add(SEGMENT.helix, length, index, [...turns, ...rest]);
    }
  }
}

/** Parts of a helix with the angle turned by the length run. */
function helixParts(
  piece: HelixPiece,
  extent: number,
  whole: number,
): { readonly length: number; readonly turns: readonly number[] }[] {
  const { from, to, rise, sweep } = piece;
  const turn = Math.abs(sweep);
  if (from === to) {
    // Of constant radius: the angle is steady. In parts of half a turn at the most, as those whose ends tell their turning.
    const many = Math.ceil(turn / Math.PI);
    const length = Math.hypot(from * turn, rise) / many;
    return Array.from({ length: many }, (_, i) => ({
      length,
      turns: [(i * turn) / many, turn / many / length, 0, 0, 0, 0],
    }));
  }
  const finest = Math.max(roughLength(piece) * LENGTH_TOLERANCE, extent * 1e-15);
  return arcLengthTable(helixPace(piece), finest, whole * INVERSE_TOLERANCE).map(
    ({ length, coefficients }) => ({
      length,
      turns: coefficients.map((value) => value * turn),
    }),
  );
}

/** By its parameter t, which runs with the angle: |p'|² = (R₁ − R₀)² + (R sweep)² + rise². */
function helixPace({ from, to, rise, sweep }: HelixPiece): Paced {
  const grows = to - from;
  // A table of few parts serves where one does not turn too often.
  const many = Math.ceil(Math.abs(sweep) / Math.PI);
  return {
    cuts: Array.from({ length: many - 1 }, (_, i) => (i + 1) / many),
    pace(t, out) {
      const across = (from + grows * t) * sweep;
      out[0] = grows * grows + across * across + rise * rise;
      out[1] = across * grows * sweep;
    },
  };
}

function cubicPace(a: Vec3, b: Vec3, c: Vec3): Paced {
  const axes = [
    [a.x, b.x, c.x],
    [a.y, b.y, c.y],
    [a.z, b.z, c.z],
  ] as const;
  return {
    cuts: slowest(axes),
    pace(t, out) {
      const vx = (3 * a.x * t + 2 * b.x) * t + c.x;
      const vy = (3 * a.y * t + 2 * b.y) * t + c.y;
      const vz = (3 * a.z * t + 2 * b.z) * t + c.z;
      out[0] = vx * vx + vy * vy + vz * vz;
      out[1] = vx * (6 * a.x * t + 2 * b.x) + vy * (6 * a.y * t + 2 * b.y) + vz * (6 * a.z * t + 2 * b.z);
    },
  };
}

/** The power basis: p(t) = ((a t + b) t + c) t + p0. */
function powers({ p0, p1, p2, p3 }: SpaceCubic): { a: Vec3; b: Vec3; c: Vec3; p0: Vec3 } {
  const c = scale3(sub3(p1, p0), 3);
  const b = sub3(scale3(sub3(p2, p1), 3), c);
  const a = sub3(sub3(sub3(p3, p0), c), b);
  return { a, b, c, p0 };
}

/** About how long a piece is: never too short. */
function roughLength(piece: SpaceSegment): number {
  switch (piece.kind) {
    case 'line':
      return length3(sub3(piece.b, piece.a));
    case 'arc':
      return piece.radius * piece.sweep;
    case 'cubic':
      return [
        [piece.p0, piece.p1],
        [piece.p1, piece.p2],
        [piece.p2, piece.p3],
      ].reduce((sum, [p, q]) => sum + length3(sub3(q, p)), 0);
    case 'helix': {
      const widest = Math.max(Math.abs(piece.from), Math.abs(piece.to));
      return Math.hypot(widest * piece.sweep, piece.rise, piece.to - piece.from);
    }
  }
}

/** All numbers of a piece, those of its points among them. */
const numbersOf = (piece: SpaceSegment): number[] =>
  Object.values(piece).flatMap((value: string | number | Vec3) =>
    typeof value === 'number' ? value : typeof value === 'string' ? [] : [value.x, value.y, value.z],
  );
