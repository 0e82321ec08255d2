import { add3, mapped3, scale3, length3, dot3, type Map3, type Vec3 } from '../math';
import { catenaryCubics } from '../path/catenary-cubics';
import type { Contour, Segment } from '../path';
import type { SpaceArc, SpaceCubic, SpaceLine } from './segment';

/** A piece in space that may lie any way, as files have them: not bound to an axis along z. */
export type FreeSegment = SpaceLine | SpaceArc | SpaceCubic;

/** Pieces that may lie any way, each beginning where the one before it ends. */
export interface FreeContour {
  readonly segments: readonly FreeSegment[];
  readonly closed: boolean;
}

/** What is round, but not a circle in space, is followed in parts of this turn, radians: off by less than 1e-8 of its radius. */
const PART = Math.PI / 12;
/** A map that turns a circle into one whose axes differ by less than this part keeps it round. */
const EVEN = 1e-12;
/** How near a catenary is followed, mm. */
const CATENARY_TOLERANCE = 1e-4;

/** A contour of the plane, taken to where a map puts its plane: lines, circular arcs and cubics exactly. */
export function contourInto({ segments, closed }: Contour, map: Map3): FreeContour {
  return {
    closed,
    segments: segments.flatMap((piece) => raised(piece).flatMap((each) => mapPiece(each, map))),
  };
}

/** Pieces in space under an affine map; arcs become curves where it does not keep them round. */
export function mapFree({ segments, closed }: FreeContour, map: Map3): FreeContour {
  return { closed, segments: segments.flatMap((piece) => mapPiece(piece, map)) };
}

/** The two ends of a piece. */
export function freeEnds(piece: FreeSegment): readonly [Vec3, Vec3] {
  switch (piece.kind) {
    case 'line':
      return [piece.a, piece.b];
    case 'cubic':
      return [piece.p0, piece.p3];
    case 'arc':
      return [arcPoint(piece, 0), arcPoint(piece, piece.sweep)];
  }
}

/** Where a line begins and ends. */
export function lineEnds({ segments }: FreeContour): readonly [Vec3, Vec3] {
  return [freeEnds(segments[0])[0], freeEnds(segments[segments.length - 1])[1]];
}

/** Where an arc is when it has turned by an angle, radians. */
export function arcPoint({ centre, u, v, radius }: SpaceArc, turned: number): Vec3 {
  return add3(add3(centre, u, radius * Math.cos(turned)), v, radius * Math.sin(turned));
}

/** Which way an arc goes there; a unit vector. */
export const arcWay = ({ u, v }: SpaceArc, turned: number): Vec3 =>
  add3(scale3(u, -Math.sin(turned)), v, Math.cos(turned));

/** An arc as curves, off by less than 1e-8 of its radius. */
export function arcCubics({ centre, u, v, radius, sweep }: SpaceArc): SpaceCubic[] {
  return roundCubics(centre, scale3(u, radius), scale3(v, radius), 0, sweep);
}

/** The same line from its end to its beginning. */
export function reverseFree({ segments, closed }: FreeContour): FreeContour {
  return { closed, segments: segments.map(turnedRound).reverse() };
}

function turnedRound(piece: FreeSegment): FreeSegment {
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: piece.b, b: piece.a };
    case 'cubic':
      return { kind: 'cubic', p0: piece.p3, p1: piece.p2, p2: piece.p1, p3: piece.p0 };
    case 'arc': {
      const { sweep } = piece;
      const [c, s] = [Math.cos(sweep), Math.sin(sweep)];
      return {
        ...piece,
        u: add3(scale3(piece.u, c), piece.v, s),
        v: add3(scale3(piece.u, s), piece.v, -c),
      };
    }
  }
}

/** A piece of the plane as one in space at height 0. */
function raised(piece: Segment): FreeSegment[] {
  switch (piece.kind) {
    case 'line':
      return [{ kind: 'line', a: level(piece.a), b: level(piece.b) }];
    case 'cubic':
      return [
        { kind: 'cubic', p0: level(piece.p0), p1: level(piece.p1), p2: level(piece.p2), p3: level(piece.p3) },
      ];
    case 'arc': {
      const { centre, radius, start, sweep } = piece;
      const [c, s, hand] = [Math.cos(start), Math.sin(start), Math.sign(sweep)];
      return [
        {
          kind: 'arc',
          centre: level(centre),
          u: { x: c, y: s, z: 0 },
          v: { x: -hand * s, y: hand * c, z: 0 },
          radius,
          sweep: Math.abs(sweep),
        },
      ];
    }
    case 'ellipse': {
      const { centre, rx, ry, tilt, start, sweep } = piece;
      const [c, s] = [Math.cos(tilt), Math.sin(tilt)];
      return roundCubics(
        level(centre),
        { x: rx * c, y: rx * s, z: 0 },
        { x: -ry * s, y: ry * c, z: 0 },
        start,
        sweep,
      );
    }
    case 'catenary':
      return catenaryCubics(piece, CATENARY_TOLERANCE).flatMap(raised);
  }
}

const level = ({ x, y }: { readonly x: number; readonly y: number }): Vec3 => ({ x, y, z: 0 });

function mapPiece(piece: FreeSegment, map: Map3): FreeSegment[] {
  const at = ({ x, y, z }: Vec3): Vec3 => {
    const [mx, my, mz] = mapped3(map, x, y, z);
    return { x: mx, y: my, z: mz };
  };
  switch (piece.kind) {
    case 'line':
      return [{ kind: 'line', a: at(piece.a), b: at(piece.b) }];
    case 'cubic':
      return [{ kind: 'cubic', p0: at(piece.p0), p1: at(piece.p1), p2: at(piece.p2), p3: at(piece.p3) }];
    case 'arc': {
      const [u, v] = [piece.u, piece.v].map((way) => scale3(wayUnder(map, way), piece.radius));
      const centre = at(piece.centre);
      const radius = length3(u);
      const round =
        Math.abs(length3(v) - radius) <= EVEN * radius && Math.abs(dot3(u, v)) <= EVEN * radius * radius;
      if (!round) return roundCubics(centre, u, v, 0, piece.sweep);
      return [{ ...piece, centre, u: scale3(u, 1 / radius), v: scale3(v, 1 / radius), radius }];
    }
  }
}

/** A direction under a map: without its shift. */
function wayUnder(m: Map3, { x, y, z }: Vec3): Vec3 {
  return {
    x: m[0] * x + m[1] * y + m[2] * z,
    y: m[4] * x + m[5] * y + m[6] * z,
    z: m[8] * x + m[9] * y + m[10] * z,
  };
}

/** centre + u cos t + v sin t as curves: the images of those that are usual for circular arcs. */
function roundCubics(centre: Vec3, u: Vec3, v: Vec3, start: number, sweep: number): SpaceCubic[] {
  const many = Math.max(1, Math.ceil(Math.abs(sweep) / PART - 1e-9));
  const step = sweep / many;
  const arm = (4 / 3) * Math.tan(step / 4);
  const point = (t: number): Vec3 => add3(add3(centre, u, Math.cos(t)), v, Math.sin(t));
  const way = (t: number): Vec3 => add3(scale3(u, -Math.sin(t)), v, Math.cos(t));
  return Array.from({ length: many }, (_, i): SpaceCubic => {
    const [a, b] = [start + i * step, start + (i + 1) * step];
    const [p0, p3] = [point(a), point(b)];
    return { kind: 'cubic', p0, p1: add3(p0, way(a), arm), p2: add3(p3, way(b), -arm), p3 };
  });
}
