import { demoJobs, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { answer, file, jobFile, run } from './program.testing';

describe('parts and places of a job', () => {
  it('the coin lift by hand: 45 inner, 30 outer, 15 with a cup, 90 pins, 0.7 kg a metre', async () => {
    expect(await answer('parts', '--job', jobFile('demo-coin-lift'))).toEqual({
      pieces: [
        { piece: 'Inner link', count: 45, mass: expect.closeTo(0.7 * 12.7 * 45, 9) as number },
        { piece: 'Outer link', count: 30, mass: expect.closeTo(0.7 * 12.7 * 30, 9) as number },
        { piece: 'Outer link with cup', count: 15, mass: expect.closeTo(0.7 * 12.7 * 15, 9) as number },
      ],
      count: 90,
      leftOut: 0,
      pins: 90,
      length: expect.any(Number) as number,
      mass: expect.closeTo(0.7 * 12.7 * 90, 9) as number,
    });
  });

  it('every place of a run with what put it there', async () => {
    const found = await answer('places', '--job', jobFile('demo-prize-carousel'), '--run', 'prizes');
    const places = found['places'] as { place: number; piece: string; by: string; leftOut: boolean }[];
    expect(places[0]).toMatchObject({ place: 1, piece: 'Fish', by: 'handed out', leftOut: false });
    expect(places.filter(({ leftOut }) => leftOut).map(({ place }) => place)).toEqual([15, 16, 17]);
    expect((await answer('places', '--job', jobFile('demo-lamp-festoon')))['rules']).toEqual([
      { matched: 5, taken: 5, spots: null },
      { matched: 1, taken: 1, spots: null },
      { matched: 1, taken: 1, spots: null },
    ]);
  });

  it('without a job, or with a run that is not there, says so in one line', async () => {
    expect(await run('parts')).toEqual({ status: 2, out: '', error: 'Give the job: --job FILE.' });
    expect((await run('places', '--job', jobFile('demo-coin-lift'), '--run', 'ghost')).error).toBe(
      'This job has no run “ghost”.',
    );
  });
});

describe('check', () => {
  const job = (name: string, change: (job: Job) => void): string => {
    const { job: lift } = structuredClone(demoJobs().find((demo) => demo.id === 'demo-coin-lift')!);
    change(lift);
    return file(name, JSON.stringify(lift));
  };

  it('a good job has no findings, and status 0', async () => {
    expect(
      await answer(
        'check',
        '--job',
        job('good.json', () => undefined),
      ),
    ).toEqual({ findings: [] });
  });

  it('a warning is told and is no failure; an error is status 1', async () => {
    const odd = await run(
      'check',
      '--job',
      job('odd.json', (j) => (j.runs[0].fit = { ...j.runs[0].fit, multiple: 1, count: 91 })),
    );
    expect(odd.status).toBe(0);
    const found = (JSON.parse(odd.out) as { findings: Record<string, unknown>[] }).findings;
    expect(found.map(({ kind, run: of, weight }) => [kind, of, weight])).toEqual([
      ['odd-count', 'row', 'warning'],
      ['broken-pattern', 'row', 'warning'],
      ['seam', 'row', 'warning'],
    ]);
    const triangle = job('corner.json', (j) => {
      j.wheels = [];
      j.paths = [{ kind: 'outline', id: 'loop', name: 'Triangle', data: 'M0 0L300 0L150 259.8Z' }];
    });
    const { status, out, error } = await run('check', '--job', triangle);
    expect([status, error]).toEqual([1, '']);
    const corners = (JSON.parse(out) as { findings: { kind: string; at: number; size: number }[] }).findings;
    expect(corners.map(({ kind }) => kind)).toEqual(['cannot-pass', 'cannot-pass', 'cannot-pass']);
    // The least radius for a turn of 120 degrees: c |cos w| / (1 + |cos w|).
    for (const { size } of corners) expect(size).toBeCloseTo((12.7 * 0.5) / 1.5, 2);
  });

  it('a run that cannot be fitted at all is a finding of it', async () => {
    const broken = await run(
      'check',
      '--job',
      job('broken.json', (j) => (j.wheels[1].x = 60)),
    );
    expect(broken.status).toBe(1);
    expect(JSON.parse(broken.out)).toMatchObject({
      findings: [{ kind: 'cannot-fit', run: 'row', weight: 'error', at: null }],
    });
  });
});
