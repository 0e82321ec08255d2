import '@angular/compiler';
import {
  demoJobs,
  fittedRows,
  machineOf,
  NOTHING_PRECOMPUTED,
  type FittedRow,
  precomputeFrames,
  resolveRun,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { overJobs } from '../document/injector.testing';
import { fitTasks, type FitTasks } from './fit-tasks';
import { FitService, type FitState, type FitView } from './fit.service';
import { Playback } from '../session/playback.service';
import { crankOn, newAnchor, newSpring } from '../picking/anchor-work.service';
import { FitPool } from './fit-pool.service';
import type { Call, PoolThread } from './pool/worker-pool';
import { MachineView } from './machine-view.service';
import { trailOf } from '../drawing/trail';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
const running = (job: Job): Machine => {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
};

describe('anchors picked on the drawing', () => {
  const lift = running(demo('demo-coin-lift'));
  const { job } = lift;

  it('on a link where one is near, else on a wheel, else on the ground', () => {
    expect(newAnchor(lift, job, 0, { x: 12, y: 9 }, 3)).toMatchObject({
      name: 'Pin on drive sprocket',
      on: { kind: 'crank', wheel: 'drive', radius: 15 },
    });
    expect(newAnchor(lift, job, 0, { x: 120, y: -90 }, 3).on).toEqual({ kind: 'fixed', x: 120, y: -90 });
    const at = lift.rows.get('row')!.fit.row.pins;
    const columns = lift.rows.get('row')!.fit.row.columns;
    const pin = { x: at[2 * (columns + 7)] + 0.4, y: at[2 * (columns + 7) + 1] };
    expect(newAnchor(lift, job, 0, pin, 3).on).toEqual({ kind: 'rider', run: 'row', place: 7 });
  });

  it('a crank picked in any frame stands where it was picked; near the centre it is the centre', () => {
    const on = crankOn(lift, 'head', 50, { x: 393 + 30, y: 48 });
    const machine = { ...lift, job: { ...job, anchors: [{ id: 'a', name: 'A', on }] } };
    const frames = running(machine.job);
    const anchor = frames.job.anchors![0];
    if (anchor.on.kind !== 'crank') throw new Error('it is a crank');
    expect(anchor.on.radius).toBe(30);
    expect(trailOf(frames, 'row', 0)).not.toBeNull();
    expect(crankOn(lift, 'head', 50, { x: 394, y: 49 })).toMatchObject({ radius: 0 });
  });

  it('a new spring can be wound, whatever its span', async () => {
    const { springFacts } = await import('@coin-relay/core');
    for (const span of [3, 20, 110, 900, 5_000]) {
      const spring = newSpring(span);
      if (spring.kind !== 'spring') throw new Error('it is a spring');
      const { solid } = springFacts(spring);
      expect(solid).toBeLessThan(spring.free);
      if (span > 20) expect(solid).toBeLessThan(span);
    }
  });
});

describe('the way of a link', () => {
  it('goes on along the path, and from the ground a shoe comes to rest in it', () => {
    const beetle = demo('demo-tin-beetle');
    beetle.motion.body = { run: 'row' };
    beetle.motion.drives[0].pitches = 31;
    const machine = running(beetle);
    const { points } = trailOf(machine, 'row', 0, true)!;
    const steps = Array.from({ length: points.length / 2 - 1 }, (_, m) =>
      Math.hypot(points[2 * m + 2] - points[2 * m], points[2 * m + 3] - points[2 * m + 1]),
    );
    // On the ground it hardly moves from frame to frame; on the way back it goes twice as fast as the body.
    expect(Math.min(...steps)).toBeLessThan(0.5);
    expect(Math.max(...steps)).toBeGreaterThan(1.8 * ((31 * 53) / 96));
    expect(trailOf(machine, 'nobody', 0)).toBeNull();
  });
});

describe('the machine of the open job', () => {
  let fits: BehaviorSubject<FitState>;
  let answers: ((done: boolean) => void)[];
  let stopped: number;

  const viewOf = (job: Job, run: string): FitView => {
    const reply = fitTasks().fit(job, run);
    if (!reply.ok) throw new Error(reply.message);
    return {
      job,
      resolved: resolveRun(job, run),
      cuts: [],
      crossings: [],
      sentence: {} as FitView['sentence'],
      ...reply.value,
    };
  };
  const stateOf = (job: Job): FitState => {
    const [first, ...others] = job.runs.map(({ id }) => viewOf(job, id));
    return {
      view: first,
      others,
      problem: null,
      problems: [],
      sketches: [],
      of: job,
      was: null,
      busy: null,
      looking: false,
      unlooked: '',
    };
  };
  const viewService = (): MachineView => {
    let thread = fitTasks();
    let held = 0;
    const tasks = {
      hold: (row: FittedRow | null) => {
        if (row === null) [thread, held] = [fitTasks(), 0];
        else held++;
        thread.hold(row);
        return Promise.resolve();
      },
      prepare: (job: Job, known: boolean, progress: (part: number) => void) => {
        expect(known).toBe(true);
        expect(held).toBe(job.runs.length);
        progress(0.5);
        const { prepare } = thread;
        return new Promise((resolve) => {
          answers.push(() => resolve(prepare(job, known, () => undefined)));
        });
      },
    };
    const pool = {
      run: <R>({ work, owner }: Call<FitTasks, R>) => {
        owner.addEventListener('abort', () => stopped++);
        return work({ tasks, generation: 0 } as unknown as PoolThread<FitTasks>);
      },
    };
    return overJobs(
      new BehaviorSubject(demo('demo-coin-lift')),
      [MachineView, Playback],
      [
        {
          provide: FitService,
          useValue: {
            state$: fits,
            get now() {
              return fits.value;
            },
          },
        },
        { provide: FitPool, useValue: pool },
      ],
    ).get(MachineView);
  };

  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('document', Object.assign(new EventTarget(), { hidden: false }));
    answers = [];
    stopped = 0;
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('is there at once where nothing has to be worked out ahead', () => {
    fits = new BehaviorSubject(stateOf(demo('demo-coin-lift')));
    const view = viewService();
    expect(view.now.machine?.rows.size).toBe(1);
    expect(view.now.preparing).toBeNull();
    expect(view.now.machine?.precomputed).toBe(NOTHING_PRECOMPUTED);
    vi.advanceTimersByTime(1_000);
    expect(answers).toHaveLength(0);
  });

  it('tells how far the frames are, and takes them when they come', async () => {
    fits = new BehaviorSubject(stateOf(demo('demo-arcade-drive')));
    const view = viewService();
    expect(view.now.machine?.precomputed).toBe(NOTHING_PRECOMPUTED);
    await vi.advanceTimersByTimeAsync(200);
    expect(view.now.preparing).toBe(0.5);
    answers[0](true);
    await vi.advanceTimersByTimeAsync(0);
    expect(view.now.preparing).toBeNull();
    expect([...(view.now.machine?.precomputed.rows.keys() ?? [])]).toEqual(['beads']);
    expect([...(view.now.machine?.precomputed.ropes.keys() ?? [])]).toEqual(['bell-rope']);
  });

  it('does not go on with an older document, and does not take its frames', async () => {
    const first = demo('demo-arcade-drive');
    fits = new BehaviorSubject(stateOf(first));
    const view = viewService();
    await vi.advanceTimersByTimeAsync(200);
    const second = { ...first, name: 'Other' };
    fits.next(stateOf(second));
    await vi.advanceTimersByTimeAsync(200);
    expect(stopped).toBeGreaterThan(0);
    answers[0](true);
    await vi.advanceTimersByTimeAsync(0);
    expect(view.now.machine?.precomputed).toBe(NOTHING_PRECOMPUTED);
    answers[1](true);
    await vi.advanceTimersByTimeAsync(0);
    expect(view.now.machine?.job.name).toBe('Other');
    expect(view.now.machine?.precomputed.rows.size).toBe(1);
  });

  it('where the drive is broken every row runs by itself, and why is told', () => {
    const job = demo('demo-arcade-drive');
    job.motion.drives[1].train = { by: 'belt', wheel: 'capstan', own: 'lift-foot', gears: null };
    fits = new BehaviorSubject(stateOf(job));
    const view = viewService();
    expect(view.now.problem).toMatch(/names a wheel that is not on its path/);
    expect(view.now.machine?.motions.get('lift')?.travel).toBe(40);
  });
});
