import {
  newReading,
  pathReader,
  pitchOverCycle,
  type CatenarySegment,
  type FitOutcome,
  type LaidWheel,
} from '@coin-relay/core';

/** A straight or hanging span between two wheels, as fitted: where it leaves the one and reaches the other. */
export interface SpanAnswer {
  /** The wheel it leaves, and the one it goes to. */
  readonly from: string;
  readonly to: string;
  /** x, y, mm. */
  readonly leaves: readonly [number, number];
  readonly reaches: readonly [number, number];
  /** Along the path, mm: its start and its length. */
  readonly s: number;
  readonly length: number;
  /** Where it hangs: y = a cosh((x − x0) / a) + y0 − a, and how deep below the line between its ends; else null. */
  readonly catenary: {
    readonly a: number;
    readonly x0: number;
    readonly y0: number;
    readonly sag: number;
  } | null;
}

/** What stands behind the numbers of a fit, and what its path became. */
export interface DetailsAnswer {
  /** Of the path once something gave way, mm. */
  readonly fittedLength: number;
  /** Positions within one pitch of travel that mean and ripple are of; 1 for a row that is the same at all of them. */
  readonly phases: number;
  /** Pitch at each of them, mm, with the travel it is at, pitches; empty for rows that do not close on themselves. */
  readonly pitches: readonly { readonly travel: number; readonly pitch: number }[];
  /** Where wheels are and how large, once something gave way. */
  readonly wheels: readonly Pick<LaidWheel, 'id' | 'x' | 'y' | 'radius' | 'turn' | 'teeth'>[];
  readonly spans: readonly SpanAnswer[];
}

export function detailsOf({ layout, row, request }: FitOutcome): DetailsAnswer {
  const cycle = request.pieces === 'stiff' ? pitchOverCycle(row) : null;
  return {
    fittedLength: layout.path.length,
    phases: row.kind === 'ring' && request.pieces === 'stiff' ? row.phases : 1,
    pitches: cycle
      ? Array.from({ length: cycle.travel.length - 1 }, (_, j) => ({
          travel: cycle.travel[j],
          pitch: cycle.pitch[j],
        }))
      : [],
    wheels: layout.wheels.map(({ id, x, y, radius, turn, teeth }) => ({ id, x, y, radius, turn, teeth })),
    spans: spansOf(layout),
  };
}

function spansOf({ wraps, path, contour, sags }: FitOutcome['layout']): SpanAnswer[] {
  const read = pathReader(path);
  const at = newReading();
  const point = (s: number): readonly [number, number] => {
    read(Math.min(s, path.length), at);
    return [at[0], at[1]];
  };
  const hanging = contour.segments.filter(
    (segment): segment is CatenarySegment => segment.kind === 'catenary',
  );
  return wraps.slice(0, path.closed ? wraps.length : wraps.length - 1).map((wrap, i): SpanAnswer => {
    const next = wraps[(i + 1) % wraps.length];
    const end = next.from > wrap.to - 1e-9 * path.length ? next.from : next.from + path.length;
    const leaves = point(wrap.to);
    const reaches = point(end > path.length ? end - path.length : end);
    const sag = sags.find(({ after }) => after === wrap.wheel);
    const curve = sag && hanging.find((segment) => startsAt(segment, leaves));
    return {
      from: wrap.wheel,
      to: next.wheel,
      leaves,
      reaches,
      s: wrap.to,
      length: end - wrap.to,
      catenary: sag && curve ? { a: curve.a, x0: curve.low.x, y0: curve.low.y, sag: sag.sag } : null,
    };
  });
}

/** Where a catenary begins, by its own equations (Routh, Analytical Statics: s = a sinh(x / a)). */
function startsAt({ low, a, tilt, from }: CatenarySegment, [x, y]: readonly [number, number]): boolean {
  const along = a * Math.asinh(from / a);
  const up = Math.hypot(a, from) - a;
  const [c, s] = [Math.cos(tilt), Math.sin(tilt)];
  return Math.hypot(low.x + c * along - s * up - x, low.y + s * along + c * up - y) < 1e-6 * Math.max(1, a);
}
