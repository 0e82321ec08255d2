import { demoJobs, outlineJob } from '@coin-relay/model';
import { describe, expect, it, vi } from 'vitest';
import { Subject } from 'rxjs';
import { fitTasks } from './fit-tasks';
import { latestOnly } from './latest';

const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;

describe('the work of the fit worker', () => {
  it('fits a job, and answers errors as data with the wheels they are about', () => {
    const good = fitTasks().fit(lift, 'row');
    expect(good.ok && good.value.fit.count).toBe(90);
    const overlapping = { ...lift, wheels: lift.wheels.map((w) => (w.id === 'head' ? { ...w, x: 20 } : w)) };
    const bad = fitTasks().fit(overlapping, 'row');
    expect(bad).toMatchObject({ ok: false, wheels: ['drive', 'head'] });
  });

  it('candidates: counts around, in steps of the multiple, each with its cost', () => {
    const reply = fitTasks().candidates(lift, 'row', 90, 5);
    expect(reply.ok && reply.value.map((c) => c.count)).toEqual([78, 84, 90, 96, 102]);
    if (reply.ok) {
      const changes = reply.value.map((c) => c.pitchChange!);
      expect([...changes].sort((a, b) => b - a)).toEqual(changes);
    }
  });

  it('candidates say which counts cannot be made', () => {
    const small = outlineJob('Small', 'M0 0A15 15 0 0 1 30 0A15 15 0 0 1 0 0Z');
    const reply = fitTasks().candidates(small, 'row', 4, 5);
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
    const asked = new Subject<number>();
    asked
      .pipe(
        latestOnly(
          (n) =>
            new Promise<number>((resolve) => {
              started.push(n);
              finish.push(() => resolve(n));
            }),
        ),
      )
      .subscribe(([n]) => done.push(n));
    for (let n = 0; n < 5; n++) asked.next(n);
    expect(started).toEqual([0]);
    finish[0]();
    await new Promise((resolve) => setTimeout(resolve));
    expect(started).toEqual([0, 4]);
    finish[1]();
    await new Promise((resolve) => setTimeout(resolve));
    expect(done).toEqual([0, 4]);
    asked.next(9);
    expect(started).toEqual([0, 4, 9]);
  });

  it('goes on after work that failed', async () => {
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const done: number[] = [];
    const asked = new Subject<number>();
    asked
      .pipe(latestOnly((n) => (n === 1 ? Promise.reject(new Error('broken')) : Promise.resolve(n))))
      .subscribe(([n]) => done.push(n));
    for (const n of [1, 2, 3]) {
      asked.next(n);
      await new Promise((resolve) => setTimeout(resolve));
    }
    expect(done).toEqual([2, 3]);
    expect(said).toHaveBeenCalledOnce();
    said.mockRestore();
  });
});
