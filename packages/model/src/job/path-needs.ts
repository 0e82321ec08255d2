import type { JobPath } from './shape';

/** What a path refers to, and where it says so. */
export function pathNeeds(
  given: JobPath,
): { kind: 'wheel' | 'piece' | 'path'; id: string; at: (string | number)[] }[] {
  switch (given.kind) {
    case 'route':
      return given.stops.map((stop, k) => ({ kind: 'wheel', id: stop.wheel, at: ['stops', k, 'wheel'] }));
    case 'hang':
      return given.by.by === 'count' ? [{ kind: 'piece', id: given.by.piece, at: ['by', 'piece'] }] : [];
    case 'stretch':
    case 'parallel':
      return [{ kind: 'path', id: given.of, at: ['of'] }];
    default:
      return [];
  }
}
