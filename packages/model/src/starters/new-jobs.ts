import { CHAIN_SIZES, chainPieces } from '../catalogue';
import { JOB_FORMAT, JOB_VERSION, type Job } from '../job/schema';

/** A new job on an outline: a roller chain, the count in pairs, the pitch giving way. */
export function outlineJob(name: string, data: string): Job {
  return {
    ...start(name),
    wheels: [],
    paths: [{ kind: 'outline', id: 'loop', name, data }],
  };
}

/** A new job on the simplest route: two sprockets side by side. */
export function routeJob(name: string): Job {
  return {
    ...start(name),
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

function start(name: string): Omit<Job, 'wheels' | 'paths'> {
  const size = CHAIN_SIZES.find((s) => s.size === '08B') ?? CHAIN_SIZES[0];
  const { pieces, sequence } = chainPieces(size);
  return {
    format: JOB_FORMAT,
    version: JOB_VERSION,
    name: name.slice(0, 80),
    place: '',
    unit: 'mm',
    pieces,
    runs: [
      {
        id: 'row',
        name: 'Row',
        path: 'loop',
        sequence,
        fit: { hold: 'path', rounding: 'nearest', multiple: 2, count: null },
      },
    ],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 12 }] },
  };
}
