import { CHAIN_SIZES, chainPieces } from '../families';
import { SHAPE_WORDS } from '../text';
import type { Shape } from '@coin-relay/core';
import { JOB_FORMAT, JOB_VERSION } from '../job';
import type { Job, JobPath } from '../job/schema';

/** A new job on an outline: a roller chain, the count in pairs, the pitch giving way. */
export function outlineJob(name: string, data: string): Job {
  return {
    ...start(name),
    wheels: [],
    paths: [{ kind: 'outline', id: 'loop', name, data }],
  };
}

/** A new job on an empty sheet: its path is drawn point by point. */
export function drawnJob(name: string): Job {
  return {
    ...start(name),
    wheels: [],
    paths: [{ kind: 'drawn', id: 'loop', name: 'Drawn path', closed: false, points: [] }],
  };
}

/** A new job on a ready shape. */
export function shapeJob(name: string, of: Shape['of']): Job {
  return { ...start(name), wheels: [], paths: [readyShape('loop', of)] };
}

/** A new job on a hanging row, whose links are counted. */
export function hangingJob(name: string): Job {
  return {
    ...start(name),
    wheels: [],
    paths: [
      {
        kind: 'hang',
        id: 'loop',
        name: 'Hanging row',
        from: { x: 0, y: 0 },
        to: { x: 300, y: 40 },
        by: { by: 'length', length: 360 },
      },
    ],
  };
}

/** A ready shape of a size that is easy to see, to begin with. */
export function readyShape(id: string, of: Shape['of']): JobPath {
  const made = { id, name: SHAPE_WORDS[of], kind: 'shape' as const };
  const at = { x: 0, y: 0 };
  switch (of) {
    case 'circle':
      return { ...made, shape: { of, ...at, radius: 80 } };
    case 'ellipse':
      return { ...made, shape: { of, ...at, rx: 120, ry: 70, tilt: 0 } };
    case 'rectangle':
      return { ...made, shape: { of, ...at, width: 260, height: 140, corner: 30, tilt: 0 } };
    case 'two-arc':
      return { ...made, shape: { of, ...at, distance: 220, first: 60, second: 60, tilt: 0 } };
    case 'polygon':
      return { ...made, shape: { of, ...at, sides: 6, radius: 100, tilt: 0 } };
    case 'arc':
      return { ...made, shape: { of, ...at, radius: 120, from: 0, sweep: Math.PI } };
    case 'straight':
      return { ...made, shape: { of, ...at, length: 300, tilt: 0 } };
  }
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
