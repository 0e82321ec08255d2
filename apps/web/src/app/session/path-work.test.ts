import '@angular/compiler';
import { fitRow } from '@coin-relay/core';
import {
  beginPath,
  drawnJob,
  fitSentence,
  resolveRun,
  resolveSetOut,
  shapeJob,
  withDrawn,
  type Job,
  type PathOf,
} from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { RunAtWork } from './run-at-work.service';
import { overJobs } from '../document/injector.testing';
import { fromLaid, laidMap, toLaid } from '../path-kinds/laid-map';
import { MeasuredPaths } from '../engine/measured-paths.service';
import { JobContext } from './job-context.service';
import { PathWork } from './path-work.service';

const sheet = drawnJob('Sheet');
const drawn = (count: number): Job => ({
  ...sheet,
  paths: [
    withDrawn(sheet.paths[0] as PathOf<'drawn'>, {
      closed: false,
      points: Array.from({ length: count }, (_, i) => ({ x: 10 * i, y: 0, next: { kind: 'line' as const } })),
    }),
  ],
});

let jobs: BehaviorSubject<Job>;
let work: PathWork;
let context: JobContext;

beforeEach(() => {
  jobs = new BehaviorSubject(drawn(4));
  const services = overJobs(jobs, [JobContext, RunAtWork, PathWork]);
  work = services.get(PathWork);
  context = services.get(JobContext);
});

describe('work on the paths of a job', () => {
  it('is on the path that carries the row until another one is chosen', () => {
    expect(work.path?.id).toBe('loop');
    const other = beginPath(jobs.value, 'circle')!.path;
    jobs.next({ ...jobs.value, paths: [...jobs.value.paths, other] });
    work.choose(other.id);
    expect(work.path?.id).toBe('circle');
  });
  it('what undo takes away is chosen no more', () => {
    const other = beginPath(jobs.value, 'circle')!.path;
    jobs.next({ ...jobs.value, paths: [...jobs.value.paths, other] });
    work.choose(other.id);
    jobs.next(drawn(4));
    expect(work.path?.id).toBe('loop');
    work.choosePoints([1, 3]);
    jobs.next(drawn(2));
    expect([...work.points]).toEqual([1]);
  });
  it('a press on the drawing places nothing once another step is worked on', () => {
    context.openStep('path');
    work.setMode('place');
    context.openStep('fit');
    expect(work.mode).toBe('arrange');
    context.openStep('path');
    expect(work.mode).toBe('arrange');
  });
  it('another mode begins without picks, and so does another path', () => {
    work.setMode('stretch');
    work.pick(3);
    work.pick(8);
    expect(work.picks).toEqual([3, 8]);
    work.setMode('arrange');
    expect(work.picks).toEqual([]);
    work.setMode('measure');
    for (const x of [1, 2, 3]) work.measureAt({ x, y: 0 });
    expect(work.measuring).toEqual([{ x: 3, y: 0 }]);
  });
});

describe('where a scaled path is shown', () => {
  it('there and back is where it was, and the whole drawing is as long as the fit says', () => {
    const job = shapeJob('c', 'rectangle');
    job.runs[0].fit.hold = 'pitch';
    const resolved = resolveRun(job);
    const fit = fitRow(resolved.source, resolved.request);
    const setOut = resolveSetOut(job, resolved.run, fit);
    const view = {
      job,
      resolved,
      fit,
      setOut,
      approaches: [],
      sharpest: null,
      departure: null,
      cuts: [],
      crossings: [],
      sentence: fitSentence(job, resolved, fit),
    };
    const map = laidMap(view, 'loop');
    expect(map.scale).toBe(fit.scale);
    const p = { x: 130, y: -20 };
    const back = fromLaid(map, toLaid(map, p));
    expect(Math.hypot(back.x - p.x, back.y - p.y)).toBeLessThan(1e-9);
    expect(laidMap(view, 'other').scale).toBe(1);
    expect(laidMap(null, 'loop').scale).toBe(1);
  });
});

describe('measured paths', () => {
  it('are measured once for a document; those that cannot be drawn are none', () => {
    const paths = new MeasuredPaths();
    const job = drawn(4);
    expect(paths.of(job, 'loop')?.length).toBe(30);
    expect(paths.of(job, 'loop')).toBe(paths.of(job, 'loop'));
    expect(paths.of(drawn(1), 'loop')).toBeNull();
    expect(paths.of(job, 'ghost')).toBeNull();
  });
});
