import { mm, RelayError } from '../error';
import { windowOf } from './lay';
import type { FitRequest, Tension } from './request';
import { closingPitch, settle, type Fitted } from './give-way';
import { layOut } from './lay-out';
import type { FitSource, Layout, RouteSource } from './source';

/** Places of a wheel's travel that are looked at first. */
const SAMPLES = 49;
/** Phases that the first closing pitch is averaged over. */
const ROUGH = 4;

/**
 * Path and pitch of the pieces hold, and one wheel of a route gives way along a line.
 *
 * The length of the route over the travel is convex, so at most two places give the length that
 * is wanted; the nearest to where the wheel stands is taken and refined on the true closure of
 * the row (chords for stiff links, not the length of the line they run on).
 * @throws RelayError tension-invalid, wheel-travel (with how much is slack or missing at the best place)
 */
export function giveWheel(
  source: FitSource,
  request: FitRequest,
  count: number,
  base: Layout,
  seed?: Float64Array,
): Fitted | null {
  const { pitch, pieces } = request;
  const route = tensionedRoute(source, request.tension);
  const { tension } = route;
  const layoutAt = (t: number): Layout =>
    layOut(moved(route.source, tension, t), pitch, pieces, { toothPitch: pitch, scale: 1 });
  const first = closingPitch(base, count, request, base.path.length, ROUGH, seed);
  if (!first) return null;
  const { from, to } = windowOf(base.path, request.lay);
  const wanted = base.path.length + (to - from) * (pitch / first.pitch - 1);
  const start = nearestTravel(
    route.source,
    tension,
    wanted,
    (t) => lengthOrNone(layoutAt, t, tension.wheel, base),
    request,
    count,
  );
  // The solver works on numbers above zero, so the travel is counted from far off.
  const shift = 2 * Math.max(Math.abs(tension.min), Math.abs(tension.max), pitch) + 1;
  const found = settle(
    request,
    count,
    base.path.length,
    [start + shift, start + shift + 1e-4 * pitch],
    // The row before the move is no start for one on another shape: the solver's own is.
    undefined,
    (value) => layoutAt(value - shift),
    (closing) => closing - pitch,
  );
  if (!found) return null;
  const takeUp = found.value - shift;
  // The last refinement may lie a hair beyond the end of the travel.
  const slack = 1e-6 * pitch;
  if (takeUp < tension.min - slack || takeUp > tension.max + slack) {
    throw outOfTravel(route.source, tension, request, count, found.layout.path.length - wanted);
  }
  return { layout: found.layout, scale: 1, takeUp, ...found.closing };
}

/** The route with its wheel moved by t along its line. */
function moved(source: RouteSource, { wheel, dx, dy }: Tension, t: number): RouteSource {
  return {
    ...source,
    wheels: source.wheels.map((spec) =>
      spec.id === wheel ? { ...spec, x: spec.x + t * dx, y: spec.y + t * dy } : spec,
    ),
  };
}

function tensionedRoute(
  source: FitSource,
  tension: Tension | null | undefined,
): { source: RouteSource; tension: Tension } {
  const wrong = (message: string): never => {
    throw new RelayError('tension-invalid', message, { field: 'tension' });
  };
  if (source.kind !== 'route')
    return wrong('Only a route round wheels has a wheel that can move. Let the pitch or the path give way.');
  if (!tension) return wrong('Say which wheel may move, and along which line.');
  if (!source.wheels.some(({ id }) => id === tension.wheel))
    return wrong(`The route does not go round the wheel “${tension.wheel}”. Choose one of its own.`);
  const size = Math.hypot(tension.dx, tension.dy);
  if (!(size > 0 && Number.isFinite(size))) return wrong('The line a wheel moves along needs a direction.');
  if (!(tension.min <= tension.max))
    return wrong(
      `A travel from ${mm(tension.min)} to ${mm(tension.max)} is none. Put the smaller number first.`,
    );
  return { source, tension: { ...tension, dx: tension.dx / size, dy: tension.dy / size } };
}

/**
 * The length of the route, or null where it cannot be laid: its wheels overlap there, or the
 * wheel has left the row, which would go round it in a full turn.
 */
function lengthOrNone(
  layoutAt: (t: number) => Layout,
  t: number,
  wheel: string,
  base: Layout,
): number | null {
  const isMissed = ({ missed }: Layout): boolean => missed.some((one) => one.wheel === wheel);
  try {
    const layout = layoutAt(t);
    return isMissed(layout) && !isMissed(base) ? null : layout.path.length;
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}

function nearestTravel(
  source: RouteSource,
  tension: Tension,
  wanted: number,
  length: (t: number) => number | null,
  request: FitRequest,
  count: number,
): number {
  const { min, max } = tension;
  const at = Array.from({ length: SAMPLES }, (_, i) => min + ((max - min) * i) / (SAMPLES - 1));
  if (min < 0 && max > 0) at.push(0);
  at.sort((a, b) => a - b);
  const off = at.map((t) => {
    const found = length(t);
    return found === null ? null : found - wanted;
  });
  let best: number | null = null;
  const offer = (t: number): void => {
    if (best === null || Math.abs(t) < Math.abs(best)) best = t;
  };
  at.forEach((t, i) => {
    const here = off[i];
    if (here === null) return;
    if (here === 0) offer(t);
    const next = i + 1 < at.length ? off[i + 1] : null;
    if (next === null || here * next >= 0) return;
    const root = crossing(t, at[i + 1], here, wanted, length);
    if (root !== null) offer(root);
  });
  // At the very end of the travel rounding decides: a hair's breadth counts as reached.
  const near = 1e-9 * wanted;
  at.forEach((t, i) => {
    const here = off[i];
    if (here !== null && Math.abs(here) <= near) offer(t);
  });
  if (best !== null) return best;
  const known = off.filter((value) => value !== null);
  throw outOfTravel(source, tension, request, count, nearest(known));
}

const nearest = (values: readonly number[]): number | null =>
  values.length === 0 ? null : values.reduce((a, b) => (Math.abs(b) < Math.abs(a) ? b : a));

/** Where the length is the wanted one between two places; null where it jumps past it. */
function crossing(
  a: number,
  b: number,
  offA: number,
  wanted: number,
  length: (t: number) => number | null,
): number | null {
  for (let k = 0; k < 60; k++) {
    const mid = (a + b) / 2;
    const found = length(mid);
    if (found === null) return null;
    if ((found - wanted) * offA > 0) a = mid;
    else b = mid;
  }
  const root = (a + b) / 2;
  const found = length(root);
  return found !== null && Math.abs(found - wanted) <= 1e-6 * wanted ? root : null;
}

function outOfTravel(
  source: RouteSource,
  { wheel, min, max }: Tension,
  request: FitRequest,
  count: number,
  off: number | null,
): RelayError {
  const spec = source.wheels.find(({ id }) => id === wheel);
  const name = spec?.name ?? wheel;
  const rest =
    off === null
      ? 'the route cannot be laid anywhere on its way.'
      : off > 0
        ? `at best the path is still ${mm(off)} too long: take more links, or let it travel further.`
        : `at best the path is still ${mm(-off)} too short: take fewer links, or let it travel further.`;
  return new RelayError(
    'wheel-travel',
    `The ${name} cannot make room for ${count} at a pitch of ${mm(request.pitch)} between ${mm(min)} and ${mm(max)}: ${rest}`,
    { wheels: [wheel], field: 'tension' },
  );
}
