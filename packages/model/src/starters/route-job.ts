import type { Job } from '../job/schema';
import { plainJob } from './plain-job';

/** A new job on the simplest route: two sprockets side by side. */
export function routeJob(name: string): Job {
  return {
    ...plainJob(name),
    wheels: [
      { id: 'left', name: 'left sprocket', x: 0, y: 0, size: { by: 'teeth', teeth: 19, piece: 'inner' } },
      { id: 'right', name: 'right sprocket', x: 300, y: 0, size: { by: 'teeth', teeth: 30, piece: 'inner' } },
    ],
    paths: [
      {
        kind: 'route',
        id: 'loop',
        name: 'Route',
        closed: true,
        stops: [
          { wheel: 'left', turn: 'ccw' },
          { wheel: 'right', turn: 'ccw' },
        ],
      },
    ],
  };
}
