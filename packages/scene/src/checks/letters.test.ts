import { demoJobs, type Job, type Lettering } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { findingsOf } from './checks.testing';
import type { Finding } from './finding';

const demo = (id: string): Job => demoJobs().find((one) => one.id === id)!.job;

function lettersOf(id: string, change: Partial<Lettering>): Finding[] {
  const job = demo(id);
  const runs = job.runs.map((run) =>
    run.lettering ? { ...run, lettering: { ...run.lettering, ...change } } : run,
  );
  return findingsOf({ ...job, runs }).filter(({ kind }) => kind === 'letters-over');
}

describe('letters that are larger than what they are written on', () => {
  it('are found, with the size that just fits; one of that size is not', () => {
    expect(lettersOf('demo-prize-carousel', {})).toEqual([]);
    const [found] = lettersOf('demo-prize-carousel', { text: 'No. ###' });
    expect(found).toMatchObject({ weight: 'warning', step: 'set-out' });
    expect(found.text).toMatch(
      /^“No\. 001” stands .*mm over what it is written on\. Capitals of .*mm just fit\.$/,
    );
    const height = Number(/Capitals of ([\d.]+)/.exec(found.text)?.[1]);
    expect(lettersOf('demo-prize-carousel', { text: 'No. ###', height: height - 0.01 })).toEqual([]);
    expect(lettersOf('demo-prize-carousel', { text: 'No. ###', height: height + 0.02 })).toHaveLength(1);
  });

  it('moved from the middle they have less room', () => {
    const [found] = lettersOf('demo-prize-carousel', { across: -35 });
    expect(found.text).toContain('Move it less far from the middle of the piece.');
  });

  it('on a band they have it to the next text', () => {
    expect(lettersOf('demo-drum-drive', {})).toEqual([]);
    const [found] = lettersOf('demo-drum-drive', { every: 3 });
    expect(found.text).toContain('they lie over each other');
  });
});
