import { asinClamped, distance } from '../math';
import { contact, label, signed, type Span } from './span';
import type { RouteWheel } from './wheel';

export interface MissedWheel {
  readonly wheel: string;
  /** How far the wheel is from being touched, mm. */
  readonly by: number;
}

/** A span that runs through a wheel it does not go round there. */
export interface CutWheel {
  readonly wheel: string;
  readonly from: string;
  readonly to: string;
  /** How deep inside the wheel's effective radius, mm. */
  readonly by: number;
}

/**
 * Wheels with a wrap over half a turn that the span between their neighbours would pass clear
 * of: h = σ (n · (cj − ci) + ρj − ρi) < 0, n the right normal of that span. A guide only: a
 * real full turn looks the same.
 */
export function findMissed(
  wheels: readonly RouteWheel[],
  wraps: readonly { readonly angle: number }[],
): MissedWheel[] {
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

/** Spans that cut through other wheels of the route: warned of, as the wheels may lie behind one another. */
export function findCuts(wheels: readonly RouteWheel[], spans: readonly Span[]): CutWheel[] {
  const cuts: CutWheel[] = [];
  spans.forEach((span, i) => {
    const from = wheels[i];
    const to = wheels[(i + 1) % wheels.length];
    const a = contact(from, span.angle);
    const ux = Math.cos(span.angle);
    const uy = Math.sin(span.angle);
    for (const wheel of wheels) {
      if (wheel === from || wheel === to || wheel.radius === 0) continue;
      const along = Math.max(0, Math.min(span.length, (wheel.x - a.x) * ux + (wheel.y - a.y) * uy));
      const off = Math.hypot(a.x + along * ux - wheel.x, a.y + along * uy - wheel.y);
      const by = wheel.radius - off;
      if (by > 1e-9 * wheel.radius) cuts.push({ wheel: wheel.id, from: label(from), to: label(to), by });
    }
  });
  return cuts;
}
