import { RelayError } from '../error';
import { angleBetween, distance, norm, sub, type Vec } from '../math';
import {
  catenaryCubics,
  CORNER_ANGLE,
  pieceCurve,
  pieceEnd,
  type Contour,
  type EllipseSegment,
  type Segment,
} from '../path';
import { subPiece } from '../edit/cut-piece';
import {
  nextIndex,
  STRAIGHT,
  segmentCount,
  type DrawnPath,
  type DrawnPoint,
  type DrawnSegment,
} from './drawn-path';

/** Arcs flatter than this are drawn straight: they differ by 5e-7 of their chord. */
const FLAT = 1e-6;
/** How near a hanging line is followed where it is taken into points, mm. */
const CATENARY_TOLERANCE = 1e-6;

/**
 * The contour of a drawn path.
 * @throws RelayError path-zero-length where there are too few points
 */
export function drawnContour(path: DrawnPath): Contour {
  const { points } = path;
  if (points.length < (path.closed ? 1 : 2)) {
    throw new RelayError('path-zero-length', 'A drawn path needs at least two points: place another one.');
  }
  const pieces: Segment[] = [];
  for (let i = 0; i < segmentCount(path); i++) pieces.push(segmentAfter(path, i));
  return { segments: pieces, closed: path.closed };
}

/** The piece from point i to the one after it. */
export function segmentAfter(path: DrawnPath, i: number): Segment {
  const from = path.points[i];
  const to = path.points[nextIndex(path, i)];
  const a = { x: from.x, y: from.y };
  const b = { x: to.x, y: to.y };
  const { next } = from;
  switch (next.kind) {
    case 'line':
      return { kind: 'line', a, b };
    case 'curve':
      return {
        kind: 'cubic',
        p0: a,
        p1: { x: a.x + next.out.x, y: a.y + next.out.y },
        p2: { x: b.x + next.in.x, y: b.y + next.in.y },
        p3: b,
      };
    case 'arc':
      return bulgePiece(a, b, next.bulge);
    case 'ellipse': {
      const { rx, ry, tilt, start, sweep } = next;
      const ct = Math.cos(tilt);
      const st = Math.sin(tilt);
      const u = rx * Math.cos(start);
      const v = ry * Math.sin(start);
      return {
        kind: 'ellipse',
        centre: { x: a.x - (ct * u - st * v), y: a.y - (st * u + ct * v) },
        rx,
        ry,
        tilt,
        start,
        sweep,
      };
    }
  }
}

/** The arc from a to b whose bulge is the tangent of a quarter of its sweep. */
export function bulgePiece(a: Vec, b: Vec, bulge: number): Segment {
  const chord = distance(a, b);
  if (!(Math.abs(bulge) > FLAT) || !(chord > 0)) return { kind: 'line', a, b };
  const away = (1 - bulge * bulge) / (4 * bulge);
  const centre = { x: (a.x + b.x) / 2 - away * (b.y - a.y), y: (a.y + b.y) / 2 + away * (b.x - a.x) };
  return {
    kind: 'arc',
    centre,
    radius: (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge)),
    start: Math.atan2(a.y - centre.y, a.x - centre.x),
    sweep: 4 * Math.atan(bulge),
  };
}

/** The segment that draws a piece. */
export function drawnSegment(piece: Segment): DrawnSegment {
  switch (piece.kind) {
    case 'line':
      return STRAIGHT;
    case 'cubic':
      return { kind: 'curve', out: sub(piece.p1, piece.p0), in: sub(piece.p2, piece.p3) };
    case 'arc':
      return { kind: 'arc', bulge: Math.tan(piece.sweep / 4) };
    case 'ellipse': {
      const { rx, ry, tilt, start, sweep } = piece;
      return { kind: 'ellipse', rx, ry, tilt, start, sweep };
    }
    case 'catenary':
      throw new RangeError('a catenary is drawn by several segments');
  }
}

/**
 * A contour taken into points and handles: the same line, exactly, but for hanging lines, which
 * become curves within 1e-6 mm. Points at which the line does not turn are flowing.
 */
export function drawnFromContour(contour: Contour): DrawnPath {
  const pieces = contour.segments.flatMap(plainPieces);
  const points: DrawnPoint[] = pieces.map((piece, i) => {
    const before = i > 0 ? pieces[i - 1] : contour.closed ? pieces[pieces.length - 1] : null;
    const at = pieceEnd(piece, 0);
    return { x: at.x, y: at.y, ...flow(before, piece), next: drawnSegment(piece) };
  });
  if (!contour.closed && pieces.length > 0) {
    const end = pieceEnd(pieces[pieces.length - 1], 1);
    points.push({ x: end.x, y: end.y, next: STRAIGHT });
  }
  return { closed: contour.closed, points };
}

function flow(before: Segment | null, after: Segment): { flowing?: true } {
  if (!before || (before.kind === 'line' && after.kind === 'line')) return {};
  const turn = angleBetween(pieceTangent(before, 1), pieceTangent(after, 0));
  return Math.abs(turn) <= CORNER_ANGLE ? { flowing: true } : {};
}

/** The direction of a piece at its start (0) or end (1); a hair inside where it stands still there. */
export function pieceTangent(piece: Segment, end: 0 | 1): Vec {
  const out = new Float64Array(6);
  const curve = pieceCurve(piece);
  curve.derivatives(end, out);
  const size = Math.hypot(out[2], out[3]);
  if (!(size > 0)) curve.derivatives(end === 0 ? 1e-6 : 1 - 1e-6, out);
  const length = norm({ x: out[2], y: out[3] }) || 1;
  return { x: out[2] / length, y: out[3] / length };
}

/** Pieces that a segment can draw: no catenaries, no arcs over half a turn, nothing of no length. */
function plainPieces(piece: Segment): Segment[] {
  switch (piece.kind) {
    case 'line':
      return distance(piece.a, piece.b) > 0 ? [piece] : [];
    case 'catenary':
      return catenaryCubics(piece, CATENARY_TOLERANCE);
    case 'arc':
    case 'ellipse':
      return halves(piece);
    case 'cubic':
      return [piece];
  }
}

function halves(piece: Extract<Segment, { kind: 'arc' }> | EllipseSegment): Segment[] {
  const parts = Math.max(1, Math.ceil(Math.abs(piece.sweep) / Math.PI - 1e-9));
  return Array.from({ length: parts }, (_, i) => subPiece(piece, i / parts, (i + 1) / parts));
}
