import { RelayError, mm } from '../error';
import { asinClamped, TAU, type Vec } from '../math';
import { reverseContour, startAt } from '../edit/cut';
import { measurePath, placeContour, type Contour, type Segment } from '../path';
import { LIMITS } from '../limits';
import type { Shape } from './shape';

/**
 * The contour of a ready shape, counter-clockwise unless it is reversed.
 * @throws RelayError shape-invalid, naming the number that cannot be
 */
export function shapeContour(shape: Shape): Contour {
  checkShape(shape);
  const turn = 'tilt' in shape && shape.of !== 'ellipse' ? shape.tilt : 0;
  const standing = placeContour(ownContour(shape), { k: 1, turn, x: shape.x, y: shape.y, mirror: false });
  const begun =
    standing.closed && shape.start ? startAt(standing, shape.start * measurePath(standing).length) : standing;
  return shape.reversed ? reverseContour(begun) : begun;
}

/** The shape about its own origin, not turned (but for the ellipse, whose tilt is its own). */
function ownContour(shape: Shape): Contour {
  switch (shape.of) {
    case 'circle':
      return {
        closed: true,
        segments: [{ kind: 'arc', centre: { x: 0, y: 0 }, radius: shape.radius, start: 0, sweep: TAU }],
      };
    case 'ellipse': {
      const { rx, ry, tilt } = shape;
      return {
        closed: true,
        segments: [{ kind: 'ellipse', centre: { x: 0, y: 0 }, rx, ry, tilt, start: 0, sweep: TAU }],
      };
    }
    case 'rectangle':
      return rectangle(shape.width, shape.height, shape.corner);
    case 'two-arc':
      return twoArcs(shape.distance, shape.first, shape.second);
    case 'polygon':
      return polygon(shape.sides, shape.radius);
    case 'arc':
      return {
        closed: false,
        segments: [
          {
            kind: 'arc',
            centre: { x: 0, y: 0 },
            radius: shape.radius,
            start: shape.from,
            sweep: shape.sweep,
          },
        ],
      };
    case 'straight':
      return { closed: false, segments: [{ kind: 'line', a: { x: 0, y: 0 }, b: { x: shape.length, y: 0 } }] };
  }
}

/** From the left end of the lower side on. */
function rectangle(width: number, height: number, corner: number): Contour {
  const x = width / 2;
  const y = height / 2;
  const pieces: Segment[] = [];
  const line = (x0: number, y0: number, x1: number, y1: number): void => {
    if (Math.hypot(x1 - x0, y1 - y0) > 1e-12 * (width + height))
      pieces.push({ kind: 'line', a: { x: x0, y: y0 }, b: { x: x1, y: y1 } });
  };
  const turn = (cx: number, cy: number, start: number): void => {
    if (corner > 0)
      pieces.push({ kind: 'arc', centre: { x: cx, y: cy }, radius: corner, start, sweep: Math.PI / 2 });
  };
  line(-x + corner, -y, x - corner, -y);
  turn(x - corner, -y + corner, -Math.PI / 2);
  line(x, -y + corner, x, y - corner);
  turn(x - corner, y - corner, 0);
  line(x - corner, y, -x + corner, y);
  turn(-x + corner, y - corner, Math.PI / 2);
  line(-x, y - corner, -x, -y + corner);
  turn(-x + corner, -y + corner, Math.PI);
  return { closed: true, segments: pieces };
}

/** Round two circles by their outer tangents, from the lower contact of the first on. They may overlap. */
function twoArcs(d: number, first: number, second: number): Contour {
  const lean = asinClamped((first - second) / d);
  const contact = (cx: number, radius: number, angle: number): Vec => ({
    x: cx + radius * Math.cos(angle),
    y: radius * Math.sin(angle),
  });
  const low = lean - Math.PI / 2;
  return {
    closed: true,
    segments: [
      { kind: 'line', a: contact(0, first, low), b: contact(d, second, low) },
      { kind: 'arc', centre: { x: d, y: 0 }, radius: second, start: low, sweep: -2 * low },
      { kind: 'line', a: contact(d, second, -low), b: contact(0, first, -low) },
      { kind: 'arc', centre: { x: 0, y: 0 }, radius: first, start: -low, sweep: TAU + 2 * low },
    ],
  };
}

function polygon(sides: number, radius: number): Contour {
  const corner = (i: number): { x: number; y: number } => ({
    x: radius * Math.cos((TAU * (i % sides)) / sides),
    y: radius * Math.sin((TAU * (i % sides)) / sides),
  });
  return {
    closed: true,
    segments: Array.from({ length: sides }, (_, i): Segment => ({
      kind: 'line',
      a: corner(i),
      b: corner(i + 1),
    })),
  };
}

/** Most sides of a regular polygon. */
export const MOST_SIDES = 360;

function checkShape(shape: Shape): void {
  const fail = (message: string, field: string): never => {
    throw new RelayError('shape-invalid', message, { field });
  };
  const above = (field: string, value: number, what: string): void => {
    if (!(value > 0 && value <= LIMITS.coordinate))
      fail(`The ${what} is ${value}. It must be a length above zero.`, field);
  };
  switch (shape.of) {
    case 'circle':
    case 'arc':
      above('radius', shape.radius, 'radius');
      if (shape.of === 'arc' && !(Math.abs(shape.sweep) > 1e-9 && Math.abs(shape.sweep) <= TAU))
        fail('The arc must turn by more than nothing and at most once round.', 'sweep');
      return;
    case 'ellipse':
      above('rx', shape.rx, 'first half axis');
      above('ry', shape.ry, 'second half axis');
      return;
    case 'rectangle': {
      above('width', shape.width, 'width');
      above('height', shape.height, 'height');
      const most = Math.min(shape.width, shape.height) / 2;
      if (!(shape.corner >= 0 && shape.corner <= most * (1 + 1e-12)))
        fail(
          `The corners are rounded to ${mm(shape.corner)}; a rectangle of ${mm(shape.width)} by ${mm(shape.height)} takes at most ${mm(most)}.`,
          'corner',
        );
      return;
    }
    case 'two-arc':
      above('first', shape.first, 'first radius');
      above('second', shape.second, 'second radius');
      if (!(shape.distance > Math.abs(shape.first - shape.second)))
        fail(
          `One arc lies inside the other: their centres must be more than ${mm(Math.abs(shape.first - shape.second))} apart.`,
          'distance',
        );
      return;
    case 'polygon':
      above('radius', shape.radius, 'radius');
      if (!(Number.isInteger(shape.sides) && shape.sides >= 3 && shape.sides <= MOST_SIDES))
        fail(`A polygon of ${shape.sides} sides cannot be drawn: 3 to ${MOST_SIDES}.`, 'sides');
      return;
    case 'straight':
      above('length', shape.length, 'length');
  }
}
