import { freshId, hangingJob, type Job, outlineJob, routeJob, shapeJob } from '@coin-relay/model';
import { produce } from 'immer';
import { describe, expect, it } from 'vitest';
import {
  addPath,
  addWheel,
  moveStop,
  putRunOn,
  removePath,
  removeStop,
  setPlane,
  setRouteClosed,
  setSlack,
} from './index';
import type { Command } from './index';
import { mend } from './mend';

const done = (job: Job, ...commands: Command[]): Job =>
  commands.reduce((now, { recipe }) => produce(now, (draft) => recipe(draft)), job);
const circle = shapeJob('c', 'circle');
const other = { ...outlineJob('o', 'M0 0H50').paths[0], id: 'line' };

describe('paths of a job', () => {
  it('ids are not taken twice', () => {
    expect(freshId([{ id: 'line' }, { id: 'line-2' }], 'line')).toBe('line-3');
    expect(freshId([], 'line')).toBe('line');
  });
  it('a path that carries a run, or that another follows, is not removed', () => {
    const two = done(
      circle,
      addPath(other),
      addPath({ kind: 'parallel', id: 'p', name: 'P', of: 'line', distance: 3, corners: 'round' }),
    );
    expect(done(two, removePath('loop')).paths).toHaveLength(3);
    expect(done(two, removePath('line')).paths).toHaveLength(3);
    expect(done(two, removePath('p'), removePath('line')).paths.map((p) => p.id)).toEqual(['loop']);
    expect(done(two, putRunOn('row', 'line'), removePath('loop')).paths.map((p) => p.id)).toEqual([
      'line',
      'p',
    ]);
  });
  it('a plane stays with its path through whatever is done to it, until it is laid back', () => {
    const plane = { origin: { x: 0, y: 5, z: 90 }, turns: { x: 1, y: 0, z: 0 } };
    const laid = done(circle, setPlane('loop', plane));
    expect(laid.paths[0].plane).toEqual(plane);
    const path = laid.paths[0];
    for (const what of [{ do: 'free' }, { do: 'scale', factor: 2 }, { do: 'reverse' }] as const)
      expect(done(laid, mend(laid, path, what).command).paths[0].plane).toEqual(plane);
    // What was begun before it was laid there knows nothing of it.
    expect(done(laid, mend(circle, circle.paths[0], { do: 'free' }).command).paths[0].plane).toEqual(plane);
    expect(done(laid, setPlane('loop', null))).toEqual(circle);
    // What was begun while it lay there does not take it back.
    const { command } = mend(laid, path, { do: 'free' });
    expect(done(laid, setPlane('loop', null), command).paths[0]).not.toHaveProperty('plane');
    // The same change is made twice, as a gesture makes it.
    expect(done(laid, command, command).paths[0].plane).toEqual(plane);
  });
  it('scaling leaves the pieces or lets them grow', () => {
    const path = circle.paths[0];
    expect(done(circle, mend(circle, path, { do: 'scale', factor: 2 }).command).pieces[0].pitch).toBe(12.7);
    const grown = done(circle, mend(circle, path, { do: 'scale', factor: 2 }, true).command);
    expect(grown.pieces.map((piece) => piece.pitch)).toEqual([25.4, 25.4]);
    expect(grown.paths[0]).toMatchObject({ shape: { radius: 160 } });
  });
});

describe('wheels of a route', () => {
  const route = routeJob('r');
  const wheel = { id: 'w', name: 'w', x: 150, y: 60, size: { by: 'radius' as const, radius: 20 } };
  const stops = (job: Job): string[] => {
    const path = job.paths[0];
    return path.kind === 'route' ? path.stops.map((stop) => stop.wheel) : [];
  };
  it('are put in, moved in the order, and taken out with the wheel that no route has', () => {
    const three = done(route, addWheel('loop', wheel, 'cw', 0));
    expect(stops(three)).toEqual(['left', 'w', 'right']);
    expect(stops(done(three, moveStop('loop', 1, 2)))).toEqual(['left', 'right', 'w']);
    expect(stops(done(three, moveStop('loop', 1, 9)))).toEqual(['left', 'w', 'right']);
    const two = done(three, removeStop('loop', 1));
    expect([stops(two), two.wheels.length]).toEqual([['left', 'right'], 2]);
    expect(stops(done(two, removeStop('loop', 0)))).toEqual(['left', 'right']);
  });
  it('slack of nothing is none; a closed route has no bare points', () => {
    const slack = done(route, setSlack('loop', 0, 5));
    expect(slack.paths[0]).toMatchObject({ stops: [{ slack: 5 }, {}] });
    expect(done(slack, setSlack('loop', 0, 0))).toEqual(route);
    const open: Job = {
      ...done(route, setRouteClosed('loop', false)),
      wheels: route.wheels.map((w) => ({ ...w, size: { by: 'point' as const } })),
    };
    expect(done(open, setRouteClosed('loop', true)).wheels.map((w) => w.size.by)).toEqual([
      'radius',
      'radius',
    ]);
  });
  it('commands for a route leave other paths alone', () => {
    const hung = hangingJob('h');
    expect(done(hung, setRouteClosed('loop', true), removeStop('loop', 0))).toEqual(hung);
  });
});
