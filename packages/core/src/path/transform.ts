import type { Vec } from '../math';
import type { Contour, Segment } from './segment';

/** Moves, turns, scales and mirrors the plane: p → k R(turn) M p + (x, y), where M flips y or not. */
export interface Placement {
  readonly k: number;
  /** Radians. */
  readonly turn: number;
  readonly x: number;
  readonly y: number;
  readonly mirror: boolean;
}

/** The placement that leaves `centre` where it is. */
export function placementAbout(centre: Vec, k: number, turn: number, mirror = false): Placement {
  const c = k * Math.cos(turn);
  const s = k * Math.sin(turn);
  const y = mirror ? -centre.y : centre.y;
  return {
    k,
    turn,
    x: centre.x - (c * centre.x - s * y),
    y: centre.y - (s * centre.x + c * y),
    mirror,
  };
}

export function placePoint({ k, turn, x, y, mirror }: Placement, p: Vec): Vec {
  const c = k * Math.cos(turn);
  const s = k * Math.sin(turn);
  const v = mirror ? -p.y : p.y;
  return { x: c * p.x - s * v + x, y: s * p.x + c * v + y };
}

/** The contour moved, turned, scaled or mirrored: exact for every kind of piece. */
export function placeContour(contour: Contour, placement: Placement): Contour {
  return {
    closed: contour.closed,
    segments: contour.segments.map((piece) => placeSegment(piece, placement)),
  };
}

export function placeSegment(piece: Segment, placement: Placement): Segment {
  const at = (p: Vec): Vec => placePoint(placement, p);
  const { k, turn } = placement;
  const sense = placement.mirror ? -1 : 1;
  switch (piece.kind) {
    case 'line':
      return { kind: 'line', a: at(piece.a), b: at(piece.b) };
    case 'arc':
      return {
        kind: 'arc',
        centre: at(piece.centre),
        radius: piece.radius * k,
        start: sense * piece.start + turn,
        sweep: sense * piece.sweep,
      };
    case 'ellipse':
      return {
        ...piece,
        centre: at(piece.centre),
        rx: piece.rx * k,
        ry: piece.ry * k,
        tilt: sense * piece.tilt + turn,
        start: sense * piece.start,
        sweep: sense * piece.sweep,
      };
    case 'catenary':
      return {
        ...piece,
        low: at(piece.low),
        a: piece.a * k,
        // Mirrored it opens the other way: half a turn, and run from its other side.
        tilt: (placement.mirror ? Math.PI - piece.tilt : piece.tilt) + turn,
        from: sense * piece.from * k,
        to: sense * piece.to * k,
      };
    case 'cubic':
      return { kind: 'cubic', p0: at(piece.p0), p1: at(piece.p1), p2: at(piece.p2), p3: at(piece.p3) };
  }
}

const MIRROR: Placement = { k: 1, turn: 0, x: 0, y: 0, mirror: true };

/** The contour mirrored in the x axis: a drawing with y down becomes one with y up, and back. */
export function mirrorContour(contour: Contour): Contour {
  return placeContour(contour, MIRROR);
}

/** The contour scaled about a centre by a positive factor. */
export function scaleContour(contour: Contour, centre: Vec, k: number): Contour {
  return placeContour(contour, placementAbout(centre, k, 0));
}
