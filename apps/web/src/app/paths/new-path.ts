import { readyShape, SHAPE_WORDS, type Job, type JobPath, type Wheel } from '@coin-relay/model';
import type { Shape } from '@coin-relay/core';
import { freshId } from '../document/commands';

export interface NewPath {
  readonly path: JobPath;
  /** Wheels that come with it. */
  readonly wheels: readonly Wheel[];
}

/**
 * A new path to begin with.
 * @param kind a kind of path, or a ready shape
 * @param at the path at work, for what is made from another one
 */
export function newPath(job: Job, kind: string, at: JobPath | null): NewPath | null {
  const made = madePath(job, kind, at);
  return made && { ...made, path: { ...made.path, name: freshName(job, made.path.name) } };
}

/** A name that tells a path from the others of the job. */
function freshName(job: Job, name: string): string {
  const taken = new Set(job.paths.map((path) => path.name));
  let fresh = name;
  for (let k = 2; taken.has(fresh); k++) fresh = `${name.slice(0, 76)} ${k}`;
  return fresh;
}

function madePath(job: Job, kind: string, at: JobPath | null): NewPath | null {
  const id = (base: string): string => freshId(job.paths, base);
  const alone = (path: JobPath): NewPath => ({ path, wheels: [] });
  switch (kind) {
    case 'drawn':
      return alone({ kind, id: id('drawn'), name: 'Drawn path', closed: false, points: [] });
    case 'hang':
      return alone({
        kind,
        id: id('hang'),
        name: 'Hanging row',
        from: { x: 0, y: 0 },
        to: { x: 300, y: 40 },
        by: { by: 'length', length: 360 },
      });
    case 'route':
      return newRoute(job, id('route'));
    case 'parallel':
      return (
        at &&
        alone({
          kind,
          id: id('parallel'),
          name: `Beside ${at.name}`.slice(0, 80),
          of: at.id,
          distance: -20,
          corners: 'round',
        })
      );
    default:
      return kind in SHAPE_WORDS ? alone(readyShape(id(kind), kind as Shape['of'])) : null;
  }
}

function newRoute(job: Job, id: string): NewPath {
  const one = freshId(job.wheels, 'wheel');
  const two = freshId([...job.wheels, { id: one }], 'wheel');
  const wheel = (wheelId: string, name: string, x: number): Wheel => ({
    id: wheelId,
    name,
    x,
    y: 0,
    size: { by: 'radius', radius: 40 },
  });
  return {
    path: {
      kind: 'route',
      id,
      name: 'Route',
      closed: true,
      stops: [
        { wheel: one, turn: 'ccw' },
        { wheel: two, turn: 'ccw' },
      ],
    },
    wheels: [wheel(one, 'left wheel', 0), wheel(two, 'right wheel', 250)],
  };
}
