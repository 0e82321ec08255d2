import { fitCandidates } from '@coin-relay/core';
import { demoJobs, resolveRun, tensionOfWheel, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { addWheel, putRunOn, removeStop } from '../document/commands';
import { changed } from '../document/changed.testing';
import { candidateRows, sortedCandidates } from './candidate-rows';

const lift = (): Job => structuredClone(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job);

describe('candidates as they are shown', () => {
  const rows = (hold: 'path' | 'pitch' | 'wheel' | 'both'): ReturnType<typeof candidateRows> => {
    const job = lift();
    const tension = { ...tensionOfWheel(job, job.runs[0], 'head')!, min: -12, max: 30 };
    job.runs[0].fit = { ...job.runs[0].fit, hold, multiple: 1, tension };
    const { source, request } = resolveRun(job);
    return candidateRows(fitCandidates(source, request, 90, 5), hold, 6, 0.02, 'mm');
  };

  it('say what gives way in its own words, even or odd, whole patterns, within the tolerance', () => {
    const path = rows('path');
    expect(path.map(({ count, even, whole }) => [count, even, whole])).toEqual([
      [88, true, false],
      [89, false, false],
      [90, true, true],
      [91, false, false],
      [92, true, false],
    ]);
    expect(path[2].giveWords).toMatch(/^\+0\.48\u00a0%$/);
    expect(path.map(({ allowed }) => allowed)).toEqual([false, false, true, true, false]);
    expect(rows('wheel')[2].giveWords).toMatch(/^−1\.92\u00a0mm$/);
    expect(rows('wheel')[0].problem).toMatch(/still .* too long/);
    expect(rows('both')[2].giveWords).toMatch(/mm$/);
  });

  it('sort by what they cost, whichever way it goes; what cannot be made comes last', () => {
    const sorted = sortedCandidates(rows('path'), 'give', false);
    expect(sorted.map(({ count }) => count)).toEqual([90, 91, 89, 92, 88]);
    const down = sortedCandidates(rows('wheel'), 'count', true);
    expect(down.at(-1)?.problem).not.toBeNull();
    expect(down[0].count).toBe(92);
  });
});

describe('a moving wheel that is not on the path any more', () => {
  const moving = (): Job => {
    const job = lift();
    job.runs[0].fit = {
      ...job.runs[0].fit,
      hold: 'wheel',
      tension: tensionOfWheel(job, job.runs[0], 'idler'),
    };
    return job;
  };
  const after = (command: { label: string; recipe: (job: never) => void }): Job['runs'][number]['fit'] => {
    const state = { job: moving(), history: { edits: [], done: 0 } };
    return changed(state, command.label, command.recipe as never).job.runs[0].fit;
  };

  it('taken out of the route, or the row put elsewhere, the pitch gives way again', () => {
    expect(after(removeStop('loop', 2))).toMatchObject({ hold: 'path', tension: null });
    const elsewhere = moving();
    elsewhere.paths.push({ kind: 'outline', id: 'line', name: 'Line', data: 'M0 0H500' });
    const put = changed(
      { job: elsewhere, history: { edits: [], done: 0 } },
      'Put',
      putRunOn('row', 'line').recipe,
    );
    expect(put.job.runs[0].fit).toMatchObject({ hold: 'path', tension: null });
  });

  it('a wheel more leaves it as it is', () => {
    const wheel = { id: 'new', name: 'new', x: 50, y: -90, size: { by: 'radius' as const, radius: 20 } };
    expect(after(addWheel('loop', wheel, 'ccw', 0))).toMatchObject({
      hold: 'wheel',
      tension: { wheel: 'idler' },
    });
  });
});
