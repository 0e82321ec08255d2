import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { parseJob } from '../job';
import type { Job } from '../job/schema';
import { pathContour } from '../resolve';
import { drawnJob, shapeJob } from '../starters';
import { ALL_PATH_KINDS, kindOf, type JobPath } from './all';
import { beginPath, PATH_OFFERS } from './begin';
import { PathSchema } from './schemas';

const sheet = drawnJob('sheet');
const withPath = (job: Job, { path, wheels }: NonNullable<ReturnType<typeof beginPath>>): Job => ({
  ...job,
  paths: [...job.paths, path],
  wheels: [...job.wheels, ...wheels],
});

describe('ways to begin a path', () => {
  const circle = shapeJob('c', 'circle');
  const made = PATH_OFFERS.filter(({ byHand }) => byHand === undefined).map(({ id }) => id);

  it.each(made)('%s makes a job that its schema takes, and a line that can be drawn', (offer) => {
    const begun = beginPath(circle, offer, circle.paths[0])!;
    expect(PathSchema.parse(begun.path)).toEqual(begun.path);
    const job = withPath(circle, begun);
    expect(() => parseJob(JSON.parse(JSON.stringify(job)))).not.toThrow();
    expect(pathContour(job, begun.path).segments.length).toBeGreaterThan(0);
    expect(kindOf(begun.path).summary(begun.path, job)).not.toBe('');
    expect(kindOf(begun.path).words(begun.path)).not.toBe('');
  });

  it('a parallel needs a path to run beside; what is picked by hand is not begun', () => {
    expect(beginPath(sheet, 'parallel')).toBeNull();
    expect(beginPath(sheet, 'stretch', sheet.paths[0])).toBeNull();
    expect(beginPath(sheet, 'wobble')).toBeNull();
  });

  it('brings wheels, ids and names that are not there yet', () => {
    const { path, wheels } = beginPath(
      { ...sheet, wheels: [{ id: 'wheel', name: 'w', x: 0, y: 0, size: { by: 'point' } }] },
      'route',
    )!;
    expect(wheels.map(({ id }) => id)).toEqual(['wheel-2', 'wheel-3']);
    expect(path.kind === 'route' && path.stops.map(({ wheel }) => wheel)).toEqual(['wheel-2', 'wheel-3']);
    const once = withPath(sheet, beginPath(sheet, 'hang')!);
    const twice = beginPath(once, 'hang')!;
    expect([twice.path.id, twice.path.name]).toEqual(['hang-2', 'Hanging row 2']);
  });
});

describe('kinds of paths', () => {
  it('have names of their own, and know the paths of their kind', () => {
    const names = ALL_PATH_KINDS.map(({ kind }) => kind);
    expect(new Set(names).size).toBe(names.length);
    for (const { job } of demoJobs()) for (const path of job.paths) expect(kindOf(path).kind).toBe(path.kind);
  });

  it('say the same of what holds a path and of what is let go', () => {
    const path: JobPath = {
      kind: 'hang',
      id: 'h',
      name: 'Hanging row',
      from: { x: 0, y: 0 },
      to: { x: 100, y: 0 },
      anchors: ['a', 'b'],
      driven: { measure: 'm', times: 1, plus: 0 },
      by: { by: 'length', length: 120 },
    };
    const kind = kindOf<JobPath>(path);
    expect(kind.moves?.(path)).toBe(true);
    const lost = kind.holds!(path).map(({ at }) => at.join('.'));
    expect(lost).toEqual(['anchors.0', 'anchors.1', 'driven.measure']);
    kind.letGo!(path, (...at) =>
      lost.some((place) => place === at.join('.') || place.startsWith(`${at.join('.')}.`)),
    );
    expect(kind.holds!(path)).toEqual([]);
    expect(kind.moves?.(path)).toBe(false);
  });
});
