import { RelayError } from '../error';
import { LIMITS } from '../limits';
import { TAU, turnPositive, type Vec } from '../math';
import type { Contour, Segment } from '../path';
import { hangSlack } from './slack';
import { contact, label, spanBetween, touchAngle, type Span } from './span';
import { findCuts, findMissed, type CutWheel, type MissedWheel } from './watch';
import type { RouteWheel, Turn } from './wheel';

/** Where a route touches a wheel. Arc lengths in mm from the start of the route. */
export interface Wrap {
  readonly wheel: string;
  readonly turn: Turn;
  readonly from: number;
  readonly to: number;
  /** Angle of the wrap, radians, never negative. */
  readonly angle: number;
  /** Direction from the wheel's centre to the middle of the wrap, radians. */
  readonly facing: number;
}

export interface Route {
  readonly contour: Contour;
  /** One for each stop, in the order of the route. */
  readonly wraps: readonly Wrap[];
  readonly length: number;
  /** Wheels that the route probably passes by: warned of, not refused. */
  readonly missed: readonly MissedWheel[];
  /** Spans that run through other wheels: warned of, not refused. */
  readonly cuts: readonly CutWheel[];
  /** One for each span with slack, in the order of the route. */
  readonly sags: readonly SpanSag[];
}

/** A span that hangs. */
export interface SpanSag {
  /** The wheel it leaves. */
  readonly after: string;
  /** Greatest vertical distance below the straight line between its ends, mm. */
  readonly sag: number;
  readonly length: number;
}

/** Wraps closer to a full turn than this are none: wheels in a straight row (geometry of rounding). */
const FULL_TURN = TAU - 1e-9;

/**
 * The route round an ordered list of wheels: tangent spans and wraps.
 *
 * Span from wheel i to wheel j at distance d in direction β, with ρ = radius signed by the turn:
 * direction θ = β + asin((ρi − ρj) / d), length sqrt(d² − (ρi − ρj)²), contacts at
 * c + ρ (sin θ, −cos θ). A closed route starts where it leaves its first wheel, so that it
 * begins with a span and ends with the wrap on that wheel. An open one runs from contact to
 * contact: its end wheels are touched without wrap, and may be bare points. A span with slack
 * hangs as a catenary tangent to both wheels.
 *
 * @throws RelayError wheels-too-few, wheel-invalid, wheels-overlap, wheel-unreachable, slack-invalid
 */
export function routeRoundWheels(wheels: readonly RouteWheel[], closed: boolean): Route {
  checkWheels(wheels, closed);
  const n = wheels.length;
  const spanCount = closed ? n : n - 1;
  const taut: Span[] = [];
  for (let i = 0; i < spanCount; i++) taut.push(spanBetween(wheels[i], wheels[(i + 1) % n]));
  const spans = taut.map((span, i) => laySpan(wheels[i], wheels[(i + 1) % n], span));
  const pieces: Segment[] = [];
  const wraps: Wrap[] = new Array<Wrap>(n);
  let s = 0;
  for (let i = 0; i < spanCount; i++) {
    const from = wheels[i];
    const j = (i + 1) % n;
    const to = wheels[j];
    const span = spans[i];
    if (span.length > 0) pieces.push(span.piece);
    s += span.length;
    if (!closed && i === 0)
      wraps[0] = {
        wheel: from.id,
        turn: from.turn,
        from: 0,
        to: 0,
        angle: 0,
        facing: touchAngle(from.turn, span.leave),
      };
    const next = closed ? spans[j] : spans[i + 1];
    const angle = next ? wrapBetween(to, span, next, taut[i], taut[closed ? j : i + 1]) : 0;
    const sense = to.turn === 'ccw' ? 1 : -1;
    const touch = touchAngle(to.turn, span.arrive);
    wraps[j] = {
      wheel: to.id,
      turn: to.turn,
      from: s,
      to: s + angle * to.radius,
      angle,
      facing: touch + (sense * angle) / 2,
    };
    if (angle > 0) {
      pieces.push({
        kind: 'arc',
        centre: { x: to.x, y: to.y },
        radius: to.radius,
        start: touch,
        sweep: sense * angle,
      });
      s += angle * to.radius;
    }
  }
  const sags = spans.flatMap((span, i) =>
    span.sag === null ? [] : [{ after: wheels[i].id, sag: span.sag, length: span.length }],
  );
  return {
    contour: { segments: pieces, closed },
    wraps,
    length: s,
    missed: closed ? findMissed(wheels, wraps) : [],
    cuts: findCuts(wheels, taut),
    sags,
  };
}

/** A span as it is laid, taut or hanging: its directions where it leaves one wheel and arrives at the next. */
interface LaidSpan {
  readonly piece: Segment;
  readonly length: number;
  readonly leave: number;
  readonly arrive: number;
  readonly sag: number | null;
}

function laySpan(from: RouteWheel, to: RouteWheel, span: Span): LaidSpan {
  if (from.slack) return hangSlack(from, to, span, from.slack);
  const a: Vec = contact(from, span.angle);
  const b: Vec = contact(to, span.angle);
  return {
    piece: { kind: 'line', a, b },
    length: span.length,
    leave: span.angle,
    arrive: span.angle,
    sag: null,
  };
}

/**
 * The wrap between two spans: that of the taut route, changed by what hanging spans turn.
 * @throws RelayError slack-invalid where the row would lift off the wheel
 */
function wrapBetween(
  wheel: RouteWheel,
  before: LaidSpan,
  after: LaidSpan,
  tautIn: Span,
  tautOut: Span,
): number {
  const sense = wheel.turn === 'ccw' ? 1 : -1;
  const taut = wrapAngle(wheel.turn, tautIn.angle, tautOut.angle);
  const angle = taut + sense * (after.leave - tautOut.angle - (before.arrive - tautIn.angle));
  if (angle < -1e-12) {
    throw new RelayError(
      'slack-invalid',
      `The row hangs so deep that it lifts off wheel ${label(wheel)}. Leave less slack beside it.`,
      { wheels: [wheel.id], field: 'slack' },
    );
  }
  return Math.max(0, angle);
}

function wrapAngle(turn: Turn, incoming: number, outgoing: number): number {
  const angle = turnPositive(turn === 'ccw' ? outgoing - incoming : incoming - outgoing);
  return angle > FULL_TURN ? 0 : angle;
}

function checkWheels(wheels: readonly RouteWheel[], closed: boolean): void {
  if (wheels.length < 2) {
    throw new RelayError('wheels-too-few', `A route needs at least two wheels; it has ${wheels.length}.`);
  }
  if (wheels.length > LIMITS.wheels) {
    throw new RelayError(
      'wheels-too-many',
      `A route has ${wheels.length} wheels; at most ${LIMITS.wheels} can be worked on.`,
    );
  }
  wheels.forEach((wheel, i) => {
    if (wheel.radius === 0) {
      if (closed || (i > 0 && i < wheels.length - 1))
        throw new RelayError(
          'wheel-invalid',
          `${label(wheel)} is a point: only an open route can start or end on one. Give it a radius.`,
          { wheels: [wheel.id], field: 'radius' },
        );
    } else if (!(wheel.radius > 0 && wheel.radius <= LIMITS.coordinate)) {
      throw new RelayError(
        'wheel-invalid',
        `Wheel ${label(wheel)} has a radius of ${wheel.radius}. It must be a number above zero.`,
        { wheels: [wheel.id], field: 'radius' },
      );
    }
    if (!(Math.abs(wheel.x) <= LIMITS.coordinate && Math.abs(wheel.y) <= LIMITS.coordinate)) {
      throw new RelayError('wheel-invalid', `Wheel ${label(wheel)} has no finite centre.`, {
        wheels: [wheel.id],
      });
    }
  });
}
