import { fitRow } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import type { Job } from '../job';
import { resolveRun } from '../resolve';
import { outlineJob } from '../starters';
import { findingsOf, fitSentence, ordinal } from './index';

const read = (job: Job): { text: string; good: boolean; verdict: string; findings: string[] } => {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  const sentence = fitSentence(job, resolved, fit);
  return {
    text: sentence.parts
      .map((part) => part.text)
      .join('')
      .replace(/\u00a0/g, ' '),
    good: sentence.verdict.good,
    verdict: sentence.verdict.text.replace(/\u00a0/g, ' '),
    findings: findingsOf(job, resolved, fit).map((finding) => finding.kind),
  };
};
const lift = (): Job => structuredClone(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job);

describe('the fit sentence', () => {
  it('says length, pitch, ideal and whole count, what gives way, and how it closes', () => {
    const { text, good, verdict } = read(lift());
    expect(text).toMatch(
      /^Route round three wheels, \d+\.\d\d mm round, at a pitch of 12\.70 mm: 90\.\d\d would fit\. Put in 90 links, 15 times 6; the pitch becomes 12\.\d{4} mm \([+−]\d\.\d\d %\), its toothed wheels with it\.$/,
    );
    expect(good).toBe(true);
    expect(verdict).toMatch(/^closes exactly, ripple \d+ ppm$/);
  });

  it('says how the path is scaled, and that toothed wheels keep their size', () => {
    const job = lift();
    job.runs[0].fit.hold = 'pitch';
    expect(read(job).text).toMatch(
      /the path is scaled by \d\.\d{5} \([+−].* %\), toothed wheels keeping their size\.$/,
    );
  });

  it('says how far it is open, and what one more link needs', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'both', rounding: 'down', multiple: 1, count: null };
    const { verdict, findings } = read(job);
    const [, gap, lack] = /^open by ([\d.]+) mm: one more link needs ([\d.]+) mm$/.exec(verdict) ?? [];
    expect(Number(gap) + Number(lack)).toBeCloseTo(12.7, 1);
    expect(findings).toContain('gap');
  });

  it('says that it overlaps', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'both', rounding: 'up', multiple: 1, count: null };
    expect(read(job).verdict).toMatch(/^overlaps by [\d.]+ mm: take one link out$/);
    expect(read(job).findings).toContain('overlap');
  });

  it('names the corner that links cannot pass, and the radius it needs', () => {
    const { verdict, good, findings } = read(outlineJob('Triangle', 'M0 0L300 0L150 259.8Z'));
    expect(good).toBe(false);
    expect(verdict).toMatch(
      /^the links cannot pass the corner at 0\.00 mm: round it to a radius over 4\.23 mm \(and 2 more such places\)$/,
    );
    expect(findings).toEqual(['cannot-pass', 'cannot-pass', 'cannot-pass']);
  });
});

describe('findings', () => {
  it('has none for the demo machines', () => {
    for (const { job } of demoJobs()) expect(read(job).findings).toEqual([]);
  });

  it('points out an odd count, a broken pattern and a pitch far off', () => {
    const job = lift();
    job.runs[0].fit = { hold: 'path', rounding: 'nearest', multiple: 1, count: 87 };
    expect(read(job).findings).toEqual(['odd-count', 'broken-pattern', 'pitch-far-off']);
  });

  it('points out a wheel that the route passes by', () => {
    const job = lift();
    job.wheels[2].y = 140;
    expect(read(job).findings).toContain('missed-wheel');
  });
});

it('ordinals', () => {
  expect([1, 2, 3, 4, 6, 11, 12, 22, 103].map(ordinal)).toEqual([
    '1st',
    '2nd',
    '3rd',
    '4th',
    '6th',
    '11th',
    '12th',
    '22nd',
    '103rd',
  ]);
});
