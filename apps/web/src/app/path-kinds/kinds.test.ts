import { measurePath, type Vec } from '@coin-relay/core';
import {
  demoJobs,
  drawnJob,
  hangingJob,
  parseJob,
  pathContour,
  shapeJob,
  withDrawn,
  type Job,
  type JobPath,
  type PathOf,
} from '@coin-relay/model';
import { produce } from 'immer';
import { describe, expect, it } from 'vitest';
import { toolFor, type Grip, type Handle, type HandleGround } from './index';
import type { ShapePart } from './kind';

const ground = (job: Job, points: number[] = []): HandleGround => ({
  job,
  points: new Set(points),
  radii: new Map(job.wheels.map((w) => [w.id, w.size.by === 'radius' ? w.size.radius : 40])),
  measured: (id) => {
    const path = job.paths.find((p) => p.id === id);
    return path ? measurePath(pathContour(job, path)) : null;
  },
});
const handles = (job: Job, points: number[] = []): Handle[] =>
  toolFor(job.paths[0]).handles(job.paths[0], ground(job, points));
const drag = (job: Job, grip: Grip, to: Vec, points: number[] = []): Job =>
  produce(job, (draft) => toolFor(job.paths[0]).drag(draft, job.paths[0], grip, to, ground(job, points)));
const point = (index: number, part: 'point' | 'out' | 'in' = 'point'): Grip => ({ of: 'point', index, part });
const wheel = (id: string, part: 'centre' | 'rim'): Grip => ({ of: 'wheel', wheel: id, part });
const shapeOf = (job: Job): Record<string, number> =>
  (job.paths[0] as PathOf<'shape'>).shape as unknown as Record<string, number>;

const square = ((): Job => {
  const job = drawnJob('Square');
  const path = job.paths[0] as PathOf<'drawn'>;
  const points = [
    [0, 0],
    [100, 0],
    [100, 100],
    [0, 100],
  ].map(([x, y]) => ({ x, y, next: { kind: 'line' as const } }));
  return { ...job, paths: [withDrawn(path, { closed: true, points })] };
})();
const pointsOf = (job: Job): PathOf<'drawn'>['points'] => (job.paths[0] as PathOf<'drawn'>).points;

describe('drawn paths', () => {
  it('a handle for every point, arms for the chosen ones', () => {
    expect(handles(square)).toHaveLength(4);
    const curved = produce(square, (draft) => {
      const path = draft.paths[0];
      if (path.kind === 'drawn')
        path.points[0].next = { kind: 'curve', out: { x: 20, y: 10 }, in: { x: -20, y: 0 } };
    });
    expect(
      handles(curved, [0])
        .filter((h) => h.look === 'arm')
        .map(({ grip, x, y }) => [grip, x, y]),
    ).toEqual([[point(0, 'out'), 20, 10]]);
    expect(
      handles(curved, [1])
        .filter((h) => h.look === 'arm')
        .map(({ grip }) => grip),
    ).toEqual([point(1, 'in')]);
  });
  it('only what changed is another object, so that a step of the history is small', () => {
    const moved = drag(square, point(1), { x: 120, y: 5 });
    expect(pointsOf(moved)[1]).toMatchObject({ x: 120, y: 5 });
    expect(pointsOf(moved)[0]).toBe(pointsOf(square)[0]);
    expect(pointsOf(moved)[2]).toBe(pointsOf(square)[2]);
  });
  it('chosen points go together', () => {
    const moved = drag(square, point(1), { x: 110, y: 0 }, [1, 2]);
    expect(pointsOf(moved).map(({ x }) => x)).toEqual([0, 110, 110, 0]);
  });
  it('a point comes from the one before it', () => {
    expect(toolFor(square.paths[0]).snapTo?.(square.paths[0], point(0)).from).toMatchObject({ x: 0, y: 100 });
  });
});

describe('ready shapes', () => {
  it.each<[Parameters<typeof shapeJob>[1], ShapePart, Vec, Record<string, number>]>([
    ['circle', 'rim', { x: 30, y: 40 }, { radius: 50 }],
    ['circle', 'centre', { x: 7, y: 8 }, { x: 7, y: 8, radius: 80 }],
    ['ellipse', 'rx', { x: 0, y: 90 }, { rx: 90, tilt: Math.PI / 2 }],
    ['ellipse', 'ry', { x: 0, y: 33 }, { ry: 33, tilt: 0 }],
    ['rectangle', 'corner', { x: 40, y: -25 }, { width: 80, height: 50, corner: 25 }],
    ['two-arc', 'second', { x: 0, y: 150 }, { distance: 150, tilt: Math.PI / 2 }],
    ['two-arc', 'second rim', { x: 220, y: 45 }, { second: 45 }],
    ['polygon', 'vertex', { x: 0, y: 70 }, { radius: 70, tilt: Math.PI / 2 }],
    ['straight', 'end', { x: 30, y: 40 }, { length: 50 }],
    ['straight', 'centre', { x: 300, y: 40 }, { x: 300, y: 40, length: 40 }],
  ])('%s by its %s', (of, part, to, wanted) => {
    const job = shapeJob('s', of);
    expect(handles(job).map(({ grip }) => grip)).toContainEqual({ of: 'shape', part });
    const moved = shapeOf(drag(job, { of: 'shape', part }, to));
    for (const [key, value] of Object.entries(wanted)) expect(moved[key], key).toBeCloseTo(value, 9);
  });
  it('an arc keeps its other end when one is dragged', () => {
    const job = shapeJob('a', 'arc');
    const before = shapeOf(job);
    const after = shapeOf(drag(job, { of: 'shape', part: 'from' }, { x: 0, y: -120 }));
    const end = (s: Record<string, number>): number => Math.cos(s['from'] + s['sweep']);
    expect(end(after)).toBeCloseTo(end(before), 9);
    expect(after['sweep']).toBeGreaterThan(0);
  });
  it('what is dragged to nothing stays a shape that can be drawn', () => {
    for (const [of, part] of [
      ['circle', 'rim'],
      ['ellipse', 'rx'],
      ['rectangle', 'corner'],
      ['two-arc', 'second'],
      ['two-arc', 'first rim'],
      ['polygon', 'vertex'],
      ['arc', 'to'],
      ['straight', 'end'],
    ] as const) {
      const job = shapeJob('s', of);
      const { x, y } = shapeOf(job);
      expect(() => pathContour(job, drag(job, { of: 'shape', part }, { x, y }).paths[0]), of).not.toThrow();
    }
  });
});

describe('routes', () => {
  const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;
  it('a wheel is moved, a plain rim takes the radius, a toothed one the nearest whole number of teeth', () => {
    expect(
      drag(lift, wheel('idler', 'centre'), { x: 1, y: 2 }).wheels.find((w) => w.id === 'idler'),
    ).toMatchObject({
      x: 1,
      y: 2,
    });
    expect(
      drag(lift, wheel('idler', 'rim'), { x: 176, y: 142 }).wheels.find((w) => w.id === 'idler')?.size,
    ).toEqual({
      by: 'radius',
      radius: 50,
    });
    expect(
      drag(lift, wheel('head', 'rim'), { x: 393, y: 48 + 80 }).wheels.find((w) => w.id === 'head')?.size,
    ).toMatchObject({
      teeth: 76,
    });
  });
});

describe('hanging rows and stretches', () => {
  it('anchors are moved; pulled down, the row hangs as deep as it is pulled', () => {
    const job = hangingJob('h');
    expect(handles(job).map(({ grip }) => grip)).toEqual([
      { of: 'end', end: 'from' },
      { of: 'end', end: 'to' },
      { of: 'end', end: 'low' },
    ]);
    expect(drag(job, { of: 'end', end: 'to' }, { x: 200, y: 0 }).paths[0]).toMatchObject({
      to: { x: 200, y: 0 },
    });
    const pulled = drag(job, { of: 'end', end: 'low' }, { x: 150, y: -60 });
    expect(pulled.paths[0]).toMatchObject({ by: { by: 'sag', sag: 80 } });
    expect(parseJob(pulled)).toEqual(pulled);
  });
  it('a place slides along its outline', () => {
    const job = shapeJob('c', 'circle');
    const stretch: JobPath = {
      kind: 'stretch',
      id: 's',
      name: 'S',
      of: 'loop',
      picks: [0, 0.5],
      way: 'shorter',
    };
    const both: Job = { ...job, paths: [stretch, ...job.paths] };
    expect(handles(both).map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
      [80, 0],
      [-80, 0],
    ]);
    const moved = drag(both, { of: 'pick', index: 1 }, { x: 3, y: 300 }).paths[0];
    expect(moved.kind === 'stretch' && moved.picks[1]).toBeCloseTo(0.25, 2);
  });
});
