import type { Job, PathOf, Wheel } from '@coin-relay/model';
import type { Draft } from 'immer';
import type { Command } from './command';

type Stop = PathOf<'route'>['stops'][number];

function onRoute(
  label: string,
  id: string,
  change: (route: Draft<PathOf<'route'>>, job: Draft<Job>) => void,
): Command {
  return {
    label,
    recipe: (job) => {
      const path = job.paths.find((p) => p.id === id);
      if (path?.kind === 'route') change(path, job);
    },
  };
}

/** Puts a wheel into a route: after the stop of a number, −1 for before all. */
export function addWheel(routeId: string, wheel: Wheel, turn: Stop['turn'], after: number): Command {
  return onRoute('Add wheel', routeId, (route, job) => {
    job.wheels.push(wheel);
    route.stops.splice(after + 1, 0, { wheel: wheel.id, turn });
  });
}

/** Takes a wheel out of a route; two stay. The wheel goes too where no other route has it. */
export function removeStop(routeId: string, at: number): Command {
  return onRoute('Remove wheel', routeId, (route, job) => {
    if (route.stops.length <= 2 || !(at in route.stops)) return;
    const [{ wheel }] = route.stops.splice(at, 1);
    const used = job.paths.some(
      (path) => path.kind === 'route' && path.stops.some((stop) => stop.wheel === wheel),
    );
    if (!used) job.wheels = job.wheels.filter((w) => w.id !== wheel);
    releaseTensions(job);
  });
}

/** Rows whose moving wheel is not on their path any more let the pitch give way. */
export function releaseTensions(job: Draft<Job>): void {
  for (const run of job.runs) {
    const { tension } = run.fit;
    if (!tension) continue;
    const path = job.paths.find((p) => p.id === run.path);
    if (path?.kind === 'route' && path.stops.some(({ wheel }) => wheel === tension.wheel)) continue;
    run.fit.tension = null;
    if (run.fit.hold === 'wheel') run.fit.hold = 'path';
  }
}

/** Brings a stop to another place in the order. */
export function moveStop(routeId: string, from: number, to: number): Command {
  return onRoute('Reorder wheels', routeId, (route) => {
    if (from === to || !(from in route.stops) || !(to in route.stops)) return;
    const [stop] = route.stops.splice(from, 1);
    route.stops.splice(to, 0, stop);
  });
}

export function setRouteClosed(routeId: string, closed: boolean): Command {
  return onRoute(closed ? 'Close route' : 'Open route', routeId, (route, job) => {
    route.closed = closed;
    // A closed route has no bare points: they become small wheels.
    if (closed) {
      for (const { wheel: id } of route.stops) {
        const wheel = job.wheels.find((w) => w.id === id);
        if (wheel?.size.by === 'point') wheel.size = { by: 'radius', radius: 10 };
      }
    }
  });
}

/** How often a row goes round a wheel besides, side by side, and how far each turn rises, mm; no turns leave it as it is. */
export function setWraps(routeId: string, at: number, turns: number, rise: number): Command {
  return onRoute('Change wraps', routeId, (route) => {
    if (!(at in route.stops)) return;
    if (turns > 0) route.stops[at].wraps = { turns, rise };
    else delete route.stops[at].wraps;
  });
}

/** How much longer than taut the span after a stop is, mm; 0 makes it taut. */
export function setSlack(routeId: string, at: number, slack: number): Command {
  return onRoute('Change slack', routeId, (route) => {
    if (!(at in route.stops)) return;
    if (slack > 0) route.stops[at].slack = slack;
    else delete route.stops[at].slack;
  });
}
