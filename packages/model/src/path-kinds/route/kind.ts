import type { Wheel } from '../../job/parts';
import type { KindOfPath } from '../kind';
import type { RoutePath } from './schema';
import { layRoute, restOfRoute, routeSource } from './source';

const NUMBER_WORDS: Readonly<Record<number, string>> = {
  2: 'two',
  3: 'three',
  4: 'four',
  5: 'five',
  6: 'six',
  7: 'seven',
  8: 'eight',
};

export const route: KindOfPath<RoutePath> = {
  kind: 'route',
  words({ closed, stops: { length } }) {
    return `${closed ? 'Route' : 'Open route'} round ${NUMBER_WORDS[length] ?? length} wheels`;
  },
  summary({ closed, stops }, job) {
    const names = stops.map(
      (stop) => job.wheels.find((wheel) => wheel.id === stop.wheel)?.name ?? stop.wheel,
    );
    const list =
      names.length > 3 ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(', ');
    return `${closed ? 'Round' : 'From'} ${list}`;
  },
  contour: (path, { job }) => layRoute(job, path).contour,
  inSpace: (path, { job }) => layRoute(job, path).space ?? null,
  source: (path, job) => routeSource(job, path),
  needs: ({ stops }) =>
    stops.map(({ wheel }, k) => ({ kind: 'wheel', id: wheel, at: ['stops', k, 'wheel'] })),
  sketch: (path, job) => restOfRoute(job, path),
  offers: [
    {
      id: 'route',
      words: 'round two wheels',
      begin({ id, wheelIds }) {
        const [left, right] = wheelIds(2);
        const wheel = (wheelId: string, name: string, x: number): Wheel => ({
          id: wheelId,
          name,
          x,
          y: 0,
          size: { by: 'radius', radius: 40 },
        });
        const wheels = [wheel(left, 'left wheel', 0), wheel(right, 'right wheel', 250)];
        const stops = wheels.map((made) => ({ wheel: made.id, turn: 'ccw' as const }));
        return { path: { kind: 'route', id, name: 'Route', closed: true, stops }, wheels };
      },
    },
  ],
};
