import { demoJobs, outlineJob } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { FIT_TASKS } from './fit-tasks';
import { LatestOnly } from './latest';

const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;

describe('the work of the fit worker', () => {
  it('fits a job, and answers errors as data with the wheels they are about', () => {
    const good = FIT_TASKS.fit(lift, 'row');
    expect(good.ok && good.value.fit.count).toBe(90);
    const overlapping = { ...lift, wheels: lift.wheels.map((w) => (w.id === 'head' ? { ...w, x: 20 } : w)) };
    const bad = FIT_TASKS.fit(overlapping, 'row');
    expect(bad).toMatchObject({ ok: false, wheels: ['drive', 'head'] });
  });

  it('candidates: counts around, in steps of the multiple, each with its cost', () => {
    const reply = FIT_TASKS.candidates(lift, 'row', 90, 5);
    expect(reply.ok && reply.value.map((c) => c.count)).toEqual([78, 84, 90, 96, 102]);
    if (reply.ok) {
      const changes = reply.value.map((c) => c.pitchChange!);
      expect([...changes].sort((a, b) => b - a)).toEqual(changes);
    }
  });

  it('candidates say which counts cannot be made', () => {
    const reply = FIT_TASKS.candidates(
      outlineJob('Small', 'M0 0A15 15 0 0 1 30 0A15 15 0 0 1 0 0Z'),
      'row',
      4,
      5,
    );
    expect(reply.ok && reply.value.map((c) => [c.count, c.problem === null])).toEqual([
      [2, false],
      [4, true],
      [6, true],
      [8, true],
      [10, true],
    ]);
  });
});

describe('latest only', () => {
  it('does one thing at a time, and of those waiting only the newest', async () => {
    const started: number[] = [];
    const finish: (() => void)[] = [];
    const done: number[] = [];
    const latest = new LatestOnly(
      (n: number) =>
        new Promise<number>((resolve) => {
          started.push(n);
          finish.push(() => resolve(n));
        }),
      (n) => done.push(n),
    );
    for (let n = 0; n < 5; n++) latest.ask(n);
    expect(started).toEqual([0]);
    finish[0]();
    await new Promise((resolve) => setTimeout(resolve));
    expect(started).toEqual([0, 4]);
    finish[1]();
    await new Promise((resolve) => setTimeout(resolve));
    expect(done).toEqual([0, 4]);
    latest.ask(9);
    expect(started).toEqual([0, 4, 9]);
  });
});
