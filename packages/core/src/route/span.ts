import { RelayError, mm } from '../error';
import { asinClamped, distance, type Vec } from '../math';
import type { RouteWheel, Turn } from './wheel';

/** A straight span from one wheel to the next: its direction, radians, and its length, mm. */
export interface Span {
  readonly angle: number;
  readonly length: number;
}

export const label = (wheel: RouteWheel): string => wheel.name ?? wheel.id;
export const signed = (wheel: RouteWheel): number => (wheel.turn === 'ccw' ? wheel.radius : -wheel.radius);

export function contact(wheel: RouteWheel, direction: number): Vec {
  const rho = signed(wheel);
  return { x: wheel.x + rho * Math.sin(direction), y: wheel.y - rho * Math.cos(direction) };
}

/** Direction from a wheel's centre to the point where a span in the given direction touches it. */
export const touchAngle = (turn: Turn, direction: number): number =>
  direction + (turn === 'ccw' ? -Math.PI / 2 : Math.PI / 2);

/**
 * The straight span between two wheels, each passed on its side.
 * @throws RelayError wheel-unreachable, wheels-overlap
 */
export function spanBetween(from: RouteWheel, to: RouteWheel): Span {
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
