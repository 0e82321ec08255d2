import type { PathJob } from '../kind';
import { placePoint, wrapInto } from '@coin-relay/core';
import type { Wheel } from '../../job/parts';
import type { Mend, Mended } from '../../mend/mends';
import { placementOf } from '../../mend/placement';
import type { RoutePath } from './schema';
import { layRoute } from './source';

/** A mended route is a route. */
export function mendRoute(path: RoutePath, job: PathJob, mend: Mend): Mended<RoutePath> | null {
  const turned = (turn: 'ccw' | 'cw'): 'ccw' | 'cw' => (turn === 'ccw' ? 'cw' : 'ccw');
  switch (mend.do) {
    case 'reverse': {
      // The slack of a span belongs to the wheel it leaves, which is the other one now.
      const n = path.stops.length;
      const stops = [...path.stops].reverse().map((stop, i, all) => {
        const slack = i + 1 < n || path.closed ? all[(i + 1) % n].slack : undefined;
        return { wheel: stop.wheel, turn: turned(stop.turn), ...(slack ? { slack } : {}) };
      });
      return { path: { ...path, stops }, wheels: [], words: '' };
    }
    case 'start': {
      if (!path.closed) return null;
      const { wraps, path: route } = layRoute(job, path);
      const off = (s: number): number =>
        Math.abs(wrapInto(s - mend.at + route.length / 2, route.length) - route.length / 2);
      // A route begins where it leaves a wheel: the nearest such place is taken.
      const nearest = wraps.reduce((best, wrap, i) => (off(wrap.to) < off(wraps[best].to) ? i : best), 0);
      const stops = [...path.stops.slice(nearest), ...path.stops.slice(0, nearest)];
      const wheel = job.wheels.find((w) => w.id === path.stops[nearest].wheel);
      return {
        path: { ...path, stops },
        wheels: [],
        words: `The route begins where it leaves the ${wheel?.name ?? 'wheel'}.`,
      };
    }
    case 'mirror':
    case 'scale': {
      const placement = placementOf(layRoute(job, path).contour, mend);
      const wheels = job.wheels
        .filter((wheel) => path.stops.some((stop) => stop.wheel === wheel.id))
        .map((wheel): Wheel => ({
          ...wheel,
          ...placePoint(placement, wheel),
          size:
            wheel.size.by === 'radius'
              ? { by: 'radius', radius: wheel.size.radius * placement.k }
              : wheel.size,
        }));
      const stops = path.stops.map((stop) => ({
        ...stop,
        turn: placement.mirror ? turned(stop.turn) : stop.turn,
        ...(stop.slack ? { slack: stop.slack * placement.k } : {}),
      }));
      const toothed = wheels.some((wheel) => wheel.size.by === 'teeth') && mend.do === 'scale';
      return { path: { ...path, stops }, wheels, words: toothed ? 'Toothed wheels keep their size.' : '' };
    }
    default:
      return null;
  }
}
