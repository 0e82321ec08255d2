import {
  bulgePiece,
  RelayError,
  smoothThrough,
  TAU,
  type Contour,
  type Segment,
  type Vec,
  type Vec3,
} from '@coin-relay/core';
import { splinePieces, type Spline, type SplinePiece } from './spline';
import { numberOf, numbersOf, textOf, type Entity } from './tags';

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
const point = (entity: Entity, x: number): Vec => ({ x: numberOf(entity, x), y: numberOf(entity, x + 10) });

/**
 * The line of an entity in its own coordinates (y up).
 * @returns null for kinds that are no lines
 * @throws RelayError file-broken where its numbers cannot be used
 */
export function entityContour(entity: Entity): Contour | null {
  const contour = ownContour(entity);
  if (!contour) return null;
  return looksBackwards(entity) ? { ...contour, segments: contour.segments.map(acrossY) } : contour;
}

/** The line of an entity in the coordinates of its own plane, however that lies. */
export function ownContour(entity: Entity): Contour | null {
  switch (entity.kind) {
    case 'LINE':
      return { segments: [{ kind: 'line', a: point(entity, 10), b: point(entity, 11) }], closed: false };
    case 'CIRCLE':
      return {
        segments: [
          { kind: 'arc', centre: point(entity, 10), radius: radiusOf(entity), start: 0, sweep: TAU },
        ],
        closed: true,
      };
    case 'ARC': {
      const start = radians(numberOf(entity, 50));
      return {
        segments: [
          {
            kind: 'arc',
            centre: point(entity, 10),
            radius: radiusOf(entity),
            start,
            sweep: sweepTo(start, radians(numberOf(entity, 51))),
          },
        ],
        closed: false,
      };
    }
    case 'ELLIPSE':
      return ellipse(entity);
    case 'LWPOLYLINE':
      return polyline(lightVertices(entity), (numberOf(entity, 70) & 1) !== 0);
    case 'POLYLINE':
      return heavyPolyline(entity);
    case 'SPLINE':
      return spline(entity);
    default:
      return null;
  }
}

function radiusOf(entity: Entity): number {
  const radius = numberOf(entity, 40);
  if (!(radius > 0)) throw new RelayError('file-broken', `a radius of ${radius}`);
  return radius;
}

/** From a start angle counter-clockwise to an end angle; a whole turn where both are alike. */
export function sweepTo(start: number, end: number): number {
  const sweep = (((end - start) % TAU) + TAU) % TAU;
  return sweep < 1e-12 ? TAU : sweep;
}

function ellipse(entity: Entity): Contour {
  const axis = point(entity, 11);
  const rx = Math.hypot(axis.x, axis.y);
  const ry = rx * numberOf(entity, 40, 1);
  if (!(rx > 0 && ry > 0)) throw new RelayError('file-broken', 'an ellipse without an extent');
  const start = numberOf(entity, 41);
  const sweep = sweepTo(start, numberOf(entity, 42, TAU));
  const piece: Segment = {
    kind: 'ellipse',
    centre: point(entity, 10),
    rx,
    ry,
    tilt: Math.atan2(axis.y, axis.x),
    start,
    sweep,
  };
  return { segments: [piece], closed: sweep > TAU - 1e-9 };
}

interface Vertex extends Vec {
  readonly bulge: number;
}

/** The vertices of a light polyline: code 10 begins one, 20 and 42 belong to it. */
function lightVertices(entity: Entity): Vertex[] {
  const vertices: { x: number; y: number; bulge: number }[] = [];
  for (const { code, value } of entity.tags) {
    if (code === 10) vertices.push({ x: Number.parseFloat(value), y: 0, bulge: 0 });
    const at = vertices.at(-1);
    if (!at) continue;
    if (code === 20) at.y = Number.parseFloat(value);
    if (code === 42) at.bulge = Number.parseFloat(value);
  }
  return vertices;
}

/** Flags of a polyline: 16 and 64 are meshes. Of a vertex: 16 is a control point that the curve does not touch. */
function heavyPolyline(entity: Entity): Contour | null {
  const flags = numberOf(entity, 70);
  if ((flags & (16 | 64)) !== 0) return null;
  const vertices = entity.parts
    .filter((part) => (numberOf(part, 70) & 16) === 0)
    .map((part): Vertex => ({ ...point(part, 10), bulge: numberOf(part, 42) }));
  return polyline(vertices, (flags & 1) !== 0);
}

/** Straight pieces, and arcs where a bulge says so: the tangent of a quarter of the included angle (from memory). */
function polyline(vertices: readonly Vertex[], closed: boolean): Contour {
  if (vertices.length < 2) throw new RelayError('file-broken', `a polyline of ${vertices.length} points`);
  const pieces: Segment[] = [];
  const count = closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < count; i++) {
    const a = vertices[i];
    const b = vertices[(i + 1) % vertices.length];
    const { x, y } = a;
    pieces.push(bulgePiece({ x, y }, { x: b.x, y: b.y }, a.bulge));
  }
  return { segments: pieces, closed };
}

function spline(entity: Entity): Contour {
  const closed = (numberOf(entity, 70) & 1) !== 0;
  if (textOf(entity, 10) === undefined) {
    const fx = numbersOf(entity, 11);
    const fy = numbersOf(entity, 21);
    const fit = fx.map((value, i): Vec => ({ x: value, y: fy[i] ?? 0 }));
    return smoothThrough(fit, closed);
  }
  return { segments: splinePieces(splineOf(entity)).map(inPlan), closed };
}

const inPlan = (piece: SplinePiece): Segment => {
  const at = ({ x, y }: Vec): Vec => ({ x, y });
  return piece.kind === 'line'
    ? { kind: 'line', a: at(piece.a), b: at(piece.b) }
    : { kind: 'cubic', p0: at(piece.p0), p1: at(piece.p1), p2: at(piece.p2), p3: at(piece.p3) };
};

/** The control points, knots and weights of a spline. */
export function splineOf(entity: Entity): Spline {
  const [x, y, z] = [10, 20, 30].map((code) => numbersOf(entity, code));
  return {
    degree: numberOf(entity, 71, 3),
    knots: numbersOf(entity, 40),
    points: x.map((value, i): Vec3 => ({ x: value, y: y[i] ?? 0, z: z[i] ?? 0 })),
    weights: numbersOf(entity, 41),
  };
}

/** Entities drawn on a plane that looks the other way (extrusion 0, 0, −1) are mirrored in x. */
function looksBackwards(entity: Entity): boolean {
  // Lines, ellipses and splines are given in the drawing's own coordinates whatever their plane.
  return ['ARC', 'CIRCLE', 'LWPOLYLINE', 'POLYLINE'].includes(entity.kind) && numberOf(entity, 230, 1) < 0;
}

function acrossY(piece: Segment): Segment {
  if (piece.kind === 'line')
    return { kind: 'line', a: { x: -piece.a.x, y: piece.a.y }, b: { x: -piece.b.x, y: piece.b.y } };
  if (piece.kind === 'arc')
    return {
      ...piece,
      centre: { x: -piece.centre.x, y: piece.centre.y },
      start: Math.PI - piece.start,
      sweep: -piece.sweep,
    };
  return piece;
}
