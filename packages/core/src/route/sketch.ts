import { RelayError } from '../error';
import { turnPositive } from '../math';
import type { Contour, Segment } from '../path';
import { contact, spanBetween, touchAngle, type Span } from './span';
import type { RouteWheel } from './wheel';

/** What can be drawn of a route that does not work, and what stops it. */
export interface RouteSketch {
  /** Open lines: spans that exist, and wraps between two of them. */
  readonly contours: readonly Contour[];
  readonly faults: readonly RelayError[];
}

/** Draws what there is of a route: each span that exists, taut, and says what is wrong with the others. */
export function sketchRoute(wheels: readonly RouteWheel[], closed: boolean): RouteSketch {
  const n = wheels.length;
  const faults: RelayError[] = [];
  const spans: (Span | null)[] = [];
  for (let i = 0; i < (closed ? n : n - 1); i++) {
    try {
      spans.push(spanBetween(wheels[i], wheels[(i + 1) % n]));
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      faults.push(error);
      spans.push(null);
    }
  }
  const contours: Contour[] = [];
  spans.forEach((span, i) => {
    if (!span) return;
    const to = wheels[(i + 1) % n];
    const pieces: Segment[] = [
      { kind: 'line', a: contact(wheels[i], span.angle), b: contact(to, span.angle) },
    ];
    const next = spans[closed ? (i + 1) % n : i + 1];
    if (next && to.radius > 0) {
      const sense = to.turn === 'ccw' ? 1 : -1;
      const sweep = turnPositive(sense * (next.angle - span.angle));
      pieces.push({
        kind: 'arc',
        centre: { x: to.x, y: to.y },
        radius: to.radius,
        start: touchAngle(to.turn, span.angle),
        sweep: sense * sweep,
      });
    }
    contours.push({ segments: pieces, closed: false });
  });
  return { contours, faults };
}
