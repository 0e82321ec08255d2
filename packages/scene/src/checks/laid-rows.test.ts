import type { Job } from '@coin-relay/model';
import { LINE, lay, readSentence, rowOf } from '@coin-relay/model/testing';
import { describe, expect, it } from 'vitest';
import { findingsOf } from './checks.testing';
import type { Finding } from './finding';

const read = (job: Job): { text: string; verdict: string; good: boolean; findings: Finding[] } => ({
  ...readSentence(job),
  findings: findingsOf(job),
});

describe('what is left over', () => {
  it('the finding leads to where it is', () => {
    const at = (rest: 'start' | 'end'): number | null =>
      read(rowOf('stitch', LINE, 12, { hold: 'both', rounding: 'down', ...lay({ rest }) })).findings.find(
        ({ kind }) => kind === 'gap',
      )!.at;
    expect([at('start'), at('end')]).toEqual([0, 100]);
  });

  it('too long for what it lies on', () => {
    const { verdict, findings } = read(rowOf('stitch', LINE, 12, { hold: 'both', count: 10 }));
    expect(verdict).toBe('20.00 mm too long at the end: take 2 stitches out');
    expect(findings.map(({ kind, weight }) => [kind, weight])).toContainEqual(['overlap', 'error']);
    expect(findings.find(({ kind }) => kind === 'overlap')?.text).toMatch(/its last 2 stitches are not laid/);
  });

  it('what was told to run on straight past the end is no finding', () => {
    const { good, findings } = read(
      rowOf('stitch', LINE, 12, { hold: 'both', count: 10, ...lay({ beyond: 'straight' }) }),
    );
    expect([good, findings]).toEqual([true, []]);
  });
});

describe('places that are met', () => {
  it('a stretch that is off by more than allowed is a finding, though the mean is not', () => {
    const job = rowOf('stitch', LINE, 10, { meet: { corners: null, at: [25] }, tolerance: 0.1 });
    const [found] = read(job).findings;
    expect(found.kind).toBe('pitch-far-off');
    // 25 mm as two of 12.5 mm or three of 8.33: 16.7 % off at the best.
    expect(found.size).toBeCloseTo(1 - 25 / 30, 9);
    expect(found.text).toContain('on one of its stretches');
  });
});

it('lengths that change by more than they may, of pieces laid end to end', () => {
  const tubes = rowOf('tube', 'M0 0H1240', 103, { endToEnd: { gap: 3 }, count: 11 });
  expect(findingsOf(tubes).map(({ kind }) => kind)).toContain('pitch-far-off');
});

describe('how far the pitch may be off', () => {
  const circle = 'M100 0A100 100 0 0 1 -100 0A100 100 0 0 1 100 0Z';
  const kinds = (job: Job): string[] => findingsOf(job).map(({ kind }) => kind);

  it('is nothing to be said of pieces that do not reach each other, however wide they are spread', () => {
    // 628 mm round: one every 62.8 instead of 25.
    expect(kinds(rowOf('charm', circle, 25, { count: 10 }))).not.toContain('pitch-far-off');
    expect(kinds(rowOf('lamp', circle, 25, { count: 10 }))).not.toContain('pitch-far-off');
  });

  it('counts where one is set, and where they touch', () => {
    expect(kinds(rowOf('charm', circle, 25, { count: 10, tolerance: 0.1 }))).toContain('pitch-far-off');
    const beads = rowOf('bead', circle, 25, { count: 10 });
    expect(kinds(beads)).toContain('pitch-far-off');
  });
});
