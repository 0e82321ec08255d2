import { PLAIN_LAY } from '@coin-relay/core';
import { fitRow, type RelayError } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { parseJob, type Job } from '../job';
import { outlineJob, routeJob } from '../starters';
import { motionSummary, pathSummary, pieceSummary, setOutSummary } from '../text';
import { oneContour } from '../path-kinds';
import { findRun, resolveRun } from './index';

const lift = (): Job => structuredClone(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job);
const code = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    return (error as RelayError).code;
  }
  return 'fine';
};

describe('putting a run together', () => {
  it('gives the core wheels with the pitch of the piece their teeth are for', () => {
    const { source, request, sequence } = resolveRun(lift());
    expect(request).toEqual({
      pitch: 12.7,
      pieces: 'stiff',
      multiple: 6,
      rounding: 'nearest',
      hold: 'path',
      count: null,
      tension: null,
      span: null,
      endToEnd: null,
      lay: PLAIN_LAY,
      meet: null,
    });
    expect(sequence.map((piece) => piece.id)).toEqual([
      'inner',
      'outer',
      'inner',
      'outer',
      'inner',
      'carrier',
    ]);
    expect(source.kind === 'route' && source.wheels.map((wheel) => wheel.size)).toEqual([
      { by: 'teeth', teeth: 17, pitch: 12.7 },
      { by: 'teeth', teeth: 38, pitch: 12.7 },
      { by: 'radius', radius: 30 },
    ]);
  });

  it('one path can carry several runs', () => {
    const job = lift();
    job.runs.push({
      ...job.runs[0],
      id: 'second',
      name: 'Second',
      fit: { hold: 'both', rounding: 'down', multiple: 1, count: null },
    });
    parseJob(job);
    const first = resolveRun(job, 'row');
    const second = resolveRun(job, 'second');
    expect(second.path).toBe(first.path);
    expect(fitRow(second.source, second.request).closes).toBe(false);
    expect(fitRow(first.source, first.request).closes).toBe(true);
  });

  it('says what is missing', () => {
    expect(code(() => findRun({ ...lift(), runs: [] }))).toBe('job-incomplete');
    expect(code(() => findRun(lift(), 'ghost'))).toBe('job-incomplete');
    expect(code(() => resolveRun({ ...lift(), pieces: [] }))).toBe('job-incomplete');
    expect(code(() => resolveRun({ ...lift(), wheels: [] }))).toBe('job-incomplete');
    expect(code(() => oneContour([]))).toBe('path-data-empty');
  });

  it('an outline is one contour: a second one is refused', () => {
    expect(code(() => resolveRun(outlineJob('Two', 'M0 0H9M0 5H9')))).toBe('path-several-contours');
  });
});

describe('starting points', () => {
  it('are readable jobs that fit', () => {
    for (const job of [routeJob('Route'), outlineJob('Ring', 'M60 0A60 60 0 0 1 -60 0A60 60 0 0 1 60 0Z')]) {
      const { source, request } = resolveRun(parseJob(JSON.parse(JSON.stringify(job))));
      expect(fitRow(source, request)).toMatchObject({ closes: true });
    }
  });

  it('a name that is too long is cut', () => {
    expect(outlineJob('x'.repeat(200), 'M0 0H9').name).toHaveLength(80);
  });
});

describe('one line for each step', () => {
  const summaries = (job: Job): string[] =>
    [
      pathSummary(job, job.paths[0]),
      pieceSummary(job, job.pieces[0]),
      setOutSummary(job, job.runs[0]),
      motionSummary(job),
    ].map((line) => line.replace(/\u00a0/g, ' '));

  it('says how it stands', () => {
    expect(summaries(lift())).toEqual([
      'Round drive sprocket, head sprocket, idler',
      'Roller chain 08B, 12.70 mm, stiff',
      'Inner and outer in turn; a cup on every 6th',
      '18 pitches in 5 s at 24 frames a second',
    ]);
    const [beetle, drum] = ['demo-tin-beetle', 'demo-drum-drive'].map(
      (id) => demoJobs().find((d) => d.id === id)!.job,
    );
    expect(summaries(beetle)).toEqual([
      'Round tail wheel, road wheel 1 and 4 more',
      'Track shoe, 53.00 mm, stiff',
      'Track shoe, all alike',
      '6 pitches in 4 s at 24 frames a second',
    ]);
    expect(summaries(drum)[1]).toBe('Toothed belt L, 9.525 mm, bending');
  });
});
