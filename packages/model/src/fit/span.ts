import type { Job, Run, Wheel } from '../job/schema';

/** A span of a route, from one of its wheels to the next. */
export interface RouteSpan {
  readonly from: Wheel;
  readonly to: Wheel;
}

/** The spans of a run's route, in its order; none where it is on no route. */
export function spansOfRoute(job: Pick<Job, 'paths' | 'wheels'>, run: Pick<Run, 'path'>): RouteSpan[] {
  const path = job.paths.find(({ id }) => id === run.path);
  if (path?.kind !== 'route') return [];
  const wheels = path.stops.flatMap(({ wheel }) => job.wheels.find(({ id }) => id === wheel) ?? []);
  const many = path.closed ? wheels.length : wheels.length - 1;
  return wheels.slice(0, many).map((from, i) => ({ from, to: wheels[(i + 1) % wheels.length] }));
}

/** The span that slack hangs in to begin with: the one with the most room sideways. */
export function defaultSpan(job: Pick<Job, 'paths' | 'wheels'>, run: Pick<Run, 'path'>): string | null {
  const spans = spansOfRoute(job, run);
  const room = ({ from, to }: RouteSpan): number => Math.abs(to.x - from.x);
  if (spans.length === 0) return null;
  return spans.reduce((a, b) => (room(b) > room(a) ? b : a)).from.id;
}
