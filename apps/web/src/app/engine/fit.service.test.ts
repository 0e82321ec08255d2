import '@angular/compiler';
import { demoJobs, type Job } from '@coin-relay/model';
import type { RowReach } from '@coin-relay/scene';
import { BehaviorSubject, firstValueFrom } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { RunAtWork } from '../session/run-at-work.service';
import { overJobs } from '../document/injector.testing';
import { fitTasks, type FitTasks } from './fit-tasks';
import type { JobChanges } from './job-changes';
import type { AskedRow } from './open-job';
import { FitPool } from './fit-pool.service';
import { SolidPool } from './solid-pool.service';
import { failed } from './reply';
import type { PosedPieces } from '@coin-relay/scene/solid';
import { solidTasks, type ReachingRow } from './solid-tasks';
import { WorkFailure } from './pool/work-failure';
import type { Call, Calls } from './pool/worker-pool';
import { FitService } from './fit.service';

const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;
const moved = (x: number): Job => ({
  ...lift,
  wheels: lift.wheels.map((w) => (w.id === 'head' ? { ...w, x } : w)),
});
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 5));

let jobs: BehaviorSubject<Job>;
let fits: FitService;
let calls: number;
let cutsAsked: number;
let reachesAsked: number;
let reachesFail: boolean;
let stops: number;
let hangs: boolean;
let failure: Error | null;

beforeEach(() => {
  jobs = new BehaviorSubject(lift);
  calls = 0;
  cutsAsked = 0;
  stops = 0;
  hangs = false;
  failure = null;
  // The worker's own work, without its thread.
  const work = fitTasks();
  const tasks = {
    openJob: async (job: Job) => work.openJob(job),
    changeJob: async (changes: JobChanges) => work.changeJob(changes),
    row: async (run: string, has: number | null) => {
      calls++;
      await Promise.resolve();
      if (hangs) await new Promise(() => undefined);
      return work.row(run, has);
    },
    candidates: async (job: Job, run: string, around: number, many: number) =>
      work.candidates(job, run, around, many),
    rest: async (asked: readonly AskedRow[], shown: string | null) => {
      calls += asked.length;
      return work.rest(asked, shown);
    },
    cuts: async (run: string) => {
      cutsAsked++;
      return work.cuts(run);
    },
    poses: async (run: string) => {
      cutsAsked++;
      return work.poses(run);
    },
    crossings: async (reaches: ReadonlyMap<string, RowReach> | null) => work.crossings(reaches),
  };
  // How deep rows reach is known in another thread.
  const solids = solidTasks(() => Promise.resolve(null));
  reachesAsked = 0;
  reachesFail = false;
  fits = overJobs(
    jobs,
    [RunAtWork, FitService],
    [
      {
        provide: FitPool,
        useValue: {
          run: <R>({ work, owner }: Call<FitTasks, R>) =>
            new Promise<R>((resolve, reject) => {
              owner.addEventListener('abort', () => {
                stops++;
                reject(new WorkFailure('cancelled', 'It was stopped.'));
              });
              if (failure) reject(failure);
              else work({ tasks: tasks as unknown as Calls<FitTasks>, generation: 0 }).then(resolve, reject);
            }),
        },
      },
      {
        provide: SolidPool,
        useValue: {
          reaches: async (rows: readonly ReachingRow[]) => {
            reachesAsked++;
            if (reachesFail) return failed('The thread died.');
            return solids.reaches(rows);
          },
          depths: async (posed: PosedPieces) =>
            reachesFail ? failed('The thread died.') : solids.depths(posed),
        },
      },
    ],
  ).get(FitService);
});
afterEach(() => fits.ngOnDestroy());

describe('a count that jumps', () => {
  /** Until the document has rested once more: then cuts are looked for. */
  const rested = async (): Promise<void> => {
    const asked = cutsAsked;
    await vi.waitFor(() => expect(cutsAsked).toBeGreaterThan(asked), { timeout: 10_000 });
    await settled();
  };

  it('is pointed out once the path rests, until the next change', async () => {
    await rested();
    const before = fits.now.view!.fit.count;
    jobs.next(moved(460));
    await rested();
    expect(fits.now.view!.fit.count).not.toBe(before);
    expect(fits.now.was).toBe(before);
    jobs.next({ ...moved(460), name: 'another' });
    await settled();
    expect(fits.now.was).toBeNull();
    await rested();
    expect(fits.now.was).toBeNull();
  });

  it('is nothing to point out where another count was asked for', async () => {
    await rested();
    jobs.next({ ...lift, runs: lift.runs.map((run) => ({ ...run, fit: { ...run.fit, count: 72 } })) });
    await rested();
    expect(fits.now.view!.fit.count).toBe(72);
    expect(fits.now.was).toBeNull();
  });
});

describe('a fit that takes long', () => {
  it('tells how long, and leaves the last good state when it is stopped', async () => {
    await settled();
    const good = fits.now.view;
    hangs = true;
    jobs.next(moved(470));
    await new Promise((resolve) => setTimeout(resolve, 1_100));
    expect(fits.now.busy).toBe(1);
    hangs = false;
    fits.stop();
    await settled();
    expect(stops).toBeGreaterThan(0);
    expect(fits.now.busy).toBeNull();
    expect(fits.now.view).toBe(good);
    expect(fits.now.problem?.message).toMatch(/was stopped\. Undo/);
    jobs.next(moved(471));
    await settled();
    expect(fits.now.problem).toBeNull();
  });
});

describe('a thread that gives no answer', () => {
  it.each([
    [new WorkFailure('late', 'It took over 20 s and was stopped.'), /took over 20 s.*fewer links/],
    [new WorkFailure('died', 'What works this out broke off twice.'), /broke off twice/],
    [new Error('a fault of our own'), /This broke: Error: a fault of our own/],
  ])('is told, and does not leave the page waiting: %s', async (error, words) => {
    await settled();
    const good = fits.now.view;
    failure = error;
    jobs.next(moved(480));
    await settled();
    expect(fits.now.of).toBe(jobs.value);
    expect(fits.now.problem?.message).toMatch(words);
    expect(fits.now.view).toBe(good);
    failure = null;
    jobs.next(moved(481));
    await settled();
    expect(fits.now.problem).toBeNull();
    expect(fits.now.view?.job).toBe(jobs.value);
  });
});

describe('neighbours that cut', () => {
  const carousel = demoJobs().find((d) => d.id === 'demo-prize-carousel')!.job;
  const rested = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 350));

  it('are looked for once the document rests, not after every step of a drag', async () => {
    jobs.next(carousel);
    await settled();
    jobs.next({ ...carousel, name: 'once more' });
    await settled();
    expect(fits.now.view?.cuts).toEqual([]);
    expect(cutsAsked).toBe(0);
    await rested();
    expect(cutsAsked).toBe(carousel.runs.length);
    expect(fits.now.view?.cuts.length).toBeGreaterThan(5);
    expect(fits.now.view?.job.name).toBe('once more');
  });

  /** Planks that wind up so steeply that they cut into each other. */
  const steep = (): Job => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-winding-slide')!.job);
    Object.assign(job.paths[0], { from: 60, to: 60, rise: 200, turns: 2 });
    return { ...job, runs: job.runs.slice(0, 1) };
  };

  it('in space are found by their solids, which another thread makes', async () => {
    jobs.next(steep());
    await rested();
    await vi.waitFor(() => expect(fits.now.view?.cuts.length).toBeGreaterThan(20), { timeout: 10_000 });
    expect(fits.now.view!.cuts[0].depth).toBeGreaterThan(0.1);
    expect(fits.now.unlooked).toBe('');
  });

  it('in space: it is said that they were not looked for where that thread has no answer', async () => {
    reachesFail = true;
    jobs.next(steep());
    await rested();
    await vi.waitFor(
      () => expect(fits.now.unlooked).toContain('neighbours that cut into each other: The thread died.'),
      {
        timeout: 10_000,
      },
    );
    expect(fits.now.view?.cuts).toEqual([]);
  });

  it('of a document that has changed meanwhile are not told', async () => {
    jobs.next(carousel);
    await settled();
    await new Promise((resolve) => setTimeout(resolve, 195));
    jobs.next(lift);
    await rested();
    expect(fits.now.view?.job).toBe(lift);
    expect(fits.now.view?.cuts).toEqual([]);
  });
});

describe('rows that cut into each other', () => {
  const slide = demoJobs().find((d) => d.id === 'demo-coin-slide')!.job;
  const inOnePlane = { ...slide, runs: slide.runs.map(({ sideways: _, ...run }) => run) };
  const crossings = () => [fits.now.view, ...fits.now.others].flatMap((view) => view?.crossings ?? []);

  it('are told of once the document rests, and are none any more where one is set apart', async () => {
    jobs.next(inOnePlane);
    await settled();
    await vi.waitFor(() => expect(fits.now.looking).toBe(false), { timeout: 10_000 });
    expect(crossings()).toMatchObject([{ run: 'row', other: 'hangers' }]);
    expect(reachesAsked).toBe(1);
    jobs.next(slide);
    await settled();
    await vi.waitFor(() => expect(fits.now.looking).toBe(false), { timeout: 10_000 });
    expect(crossings()).toEqual([]);
  });

  it('where they cannot be looked for that is said, until the next fit', async () => {
    reachesFail = true;
    jobs.next(inOnePlane);
    await settled();
    await vi.waitFor(() => expect(fits.now.looking).toBe(false), { timeout: 10_000 });
    expect(crossings()).toEqual([]);
    expect(fits.now.unlooked).toBe('It was not looked for rows that cut into each other: The thread died.');
    reachesFail = false;
    jobs.next(slide);
    await settled();
    expect(fits.now.unlooked).toBe('');
  });

  it('how deep they reach is not looked for where they do not lie over one another', async () => {
    await vi.waitFor(() => expect(fits.now.looking).toBe(false), { timeout: 10_000 });
    const [path] = slide.paths;
    if (path.kind !== 'drawn') throw new Error('the slide is not drawn');
    const far = {
      ...path,
      id: 'far',
      // Beside it: from below it the hangers would reach through it up to their beam.
      points: path.points.map((point) => ({ ...point, x: point.x + 5_000 })),
    };
    const [first, second] = inOnePlane.runs;
    jobs.next({
      ...inOnePlane,
      paths: [...slide.paths, far],
      runs: [first, { ...second, path: 'far' }],
    });
    await settled();
    await vi.waitFor(() => expect(fits.now.looking).toBe(false), { timeout: 10_000 });
    expect(fits.now.others).toHaveLength(1);
    expect(reachesAsked).toBe(0);
  });
});

describe('fitting the open job', () => {
  it('fits at once and after every change', async () => {
    await settled();
    expect(fits.now.view?.fit.count).toBe(90);
    jobs.next(moved(700));
    await settled();
    expect(fits.now.view?.fit.count).toBeGreaterThan(120);
    expect(fits.now.view?.job).toBe(jobs.value);
  });

  it('of many changes at once only the last one waits', async () => {
    await settled();
    calls = 0;
    cutsAsked = 0;
    for (let x = 380; x < 420; x++) jobs.next(moved(x));
    await settled();
    expect(calls).toBe(2);
    expect(fits.now.view?.job).toBe(jobs.value);
  });

  it('keeps the last good fit while the newest document cannot be fitted, and says why', async () => {
    await settled();
    const good = fits.now.view;
    jobs.next(moved(30));
    await settled();
    expect(fits.now.view).toBe(good);
    expect(fits.now.problem?.message).toMatch(/head sprocket/);
    expect(fits.now.problem?.wheels).toEqual(['drive', 'head']);
    jobs.next(moved(393));
    await settled();
    expect(fits.now.problem).toBeNull();
  });

  it('candidates are those of the derived count, also where it is fixed', async () => {
    await settled();
    jobs.next({ ...lift, runs: lift.runs.map((run) => ({ ...run, fit: { ...run.fit, count: 96 } })) });
    await settled();
    expect((await firstValueFrom(fits.candidates())).map((candidate) => candidate.count)).toEqual([
      84, 90, 96, 102, 108,
    ]);
  });

  it('a job without a run says so', async () => {
    jobs.next({ ...lift, runs: [] });
    await settled();
    expect(fits.now.problem?.message).toMatch(/no run/);
  });
});
