import { RelayError, mm } from '../error';
import { LIMITS } from '../limits';
import { asinClamped, distance, TAU, turnPositive, type Vec } from '../math';
import type { Contour, Piece } from '../path';

/** Which way the route goes round a wheel, seen with y up. */
export type Turn = 'ccw' | 'cw';

/** A wheel of a route with its effective radius: that of the line the row runs on. */
export interface RouteWheel {
  readonly id: string;
  /** What people call it; its id where it has no name. */
  readonly name?: string;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly turn: Turn;
}

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
}

export interface MissedWheel {
  readonly wheel: string;
  /** How far the wheel is from being touched, mm. */
  readonly by: number;
}

interface Span {
  readonly angle: number;
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
 * contact: its end wheels are touched without wrap.
 *
 * @throws RelayError wheels-too-few, wheel-invalid, wheels-overlap, wheel-unreachable
 */
export function routeRoundWheels(wheels: readonly RouteWheel[], closed: boolean): Route {
  checkWheels(wheels);
  const n = wheels.length;
  const spanCount = closed ? n : n - 1;
  const spans: Span[] = [];
  for (let i = 0; i < spanCount; i++) spans.push(spanBetween(wheels[i], wheels[(i + 1) % n]));

  const pieces: Piece[] = [];
  const wraps: Wrap[] = new Array<Wrap>(n);
  let s = 0;
  for (let i = 0; i < spanCount; i++) {
    const from = wheels[i];
    const j = (i + 1) % n;
    const to = wheels[j];
    const span = spans[i];
    const a = contact(from, span.angle);
    const b = contact(to, span.angle);
    if (span.length > 0) pieces.push({ kind: 'line', a, b });
    s += span.length;
    if (!closed && i === 0)
      wraps[0] = {
        wheel: from.id,
        turn: from.turn,
        from: 0,
        to: 0,
        angle: 0,
        facing: touchAngle(from.turn, span.angle),
      };
    const next = closed ? spans[j] : spans[i + 1];
    const angle = next ? wrapAngle(to.turn, span.angle, next.angle) : 0;
    const sense = to.turn === 'ccw' ? 1 : -1;
    const touch = touchAngle(to.turn, span.angle);
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
  return { contour: { pieces, closed }, wraps, length: s, missed: closed ? findMissed(wheels, wraps) : [] };
}

const label = (wheel: RouteWheel): string => wheel.name ?? wheel.id;
const signed = (wheel: RouteWheel): number => (wheel.turn === 'ccw' ? wheel.radius : -wheel.radius);

function contact(wheel: RouteWheel, direction: number): Vec {
  const rho = signed(wheel);
  return { x: wheel.x + rho * Math.sin(direction), y: wheel.y - rho * Math.cos(direction) };
}

/** Direction from a wheel's centre to the point where a span in the given direction touches it. */
const touchAngle = (turn: Turn, direction: number): number =>
  direction + (turn === 'ccw' ? -Math.PI / 2 : Math.PI / 2);

function wrapAngle(turn: Turn, incoming: number, outgoing: number): number {
  const angle = turnPositive(turn === 'ccw' ? outgoing - incoming : incoming - outgoing);
  return angle > FULL_TURN ? 0 : angle;
}

function spanBetween(from: RouteWheel, to: RouteWheel): Span {
  const d = distance(from, to);
  const difference = signed(from) - signed(to);
  if (!(d > Math.abs(difference))) {
    throw new RelayError(
      'wheel-unreachable',
      from.turn === to.turn
        ? `Wheel ${label(to)} lies inside wheel ${label(from)}: no straight span joins them. Move them apart or make the smaller one larger.`
        : `Wheels ${label(from)} and ${label(to)} are too close to be passed on opposite sides. Move them at least ${mm(Math.abs(difference) - d)} apart.`,
      { wheels: [from.id, to.id] },
    );
  }
  const touch = from.radius + to.radius - d;
  if (touch > 1e-9 * d) {
    throw new RelayError(
      'wheels-overlap',
      `Wheels ${label(from)} and ${label(to)} overlap by ${mm(touch)}. Move them apart or make one smaller.`,
      { wheels: [from.id, to.id] },
    );
  }
  const beta = Math.atan2(to.y - from.y, to.x - from.x);
  return {
    angle: beta + asinClamped(difference / d),
    length: Math.sqrt(Math.max(0, (d - difference) * (d + difference))),
  };
}

function checkWheels(wheels: readonly RouteWheel[]): void {
  if (wheels.length < 2) {
    throw new RelayError('wheels-too-few', `A route needs at least two wheels; it has ${wheels.length}.`);
  }
  if (wheels.length > LIMITS.wheels) {
    throw new RelayError(
      'wheels-too-many',
      `A route has ${wheels.length} wheels; at most ${LIMITS.wheels} can be worked on.`,
    );
  }
  for (const wheel of wheels) {
    if (!(wheel.radius > 0 && wheel.radius <= LIMITS.coordinate)) {
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
  }
}

/**
 * Wheels with a wrap over half a turn that the span between their neighbours would pass clear
 * of: h = σ (n · (cj − ci) + ρj − ρi) < 0, n the right normal of that span. A guide only: a
 * real full turn looks the same.
 */
function findMissed(wheels: readonly RouteWheel[], wraps: readonly Wrap[]): MissedWheel[] {
  const n = wheels.length;
  if (n < 3) return [];
  const missed: MissedWheel[] = [];
  for (let j = 0; j < n; j++) {
    if (wraps[j].angle <= Math.PI) continue;
    const before = wheels[(j + n - 1) % n];
    const after = wheels[(j + 1) % n];
    const wheel = wheels[j];
    const d = distance(before, after);
    const difference = signed(before) - signed(after);
    if (!(d > Math.abs(difference))) continue;
    const direction = Math.atan2(after.y - before.y, after.x - before.x) + asinClamped(difference / d);
    const right = { x: Math.sin(direction), y: -Math.cos(direction) };
    const across = right.x * (wheel.x - before.x) + right.y * (wheel.y - before.y);
    const h = (wheel.turn === 'ccw' ? 1 : -1) * (across + signed(wheel) - signed(before));
    if (h < 0) missed.push({ wheel: wheel.id, by: -h });
  }
  return missed;
}
