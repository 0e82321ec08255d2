import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import type { Job } from '../job';
import { outlineJob } from '../starters';
import { defaultTension } from '../fit';
import { makesRoom } from '../fit/makes-room';
import { ordinal, wayWords } from './index';
import { readSentence } from './rows.testing';

const lift = (): Job => structuredClone(demoJobs().find((d) => d.id === 'demo-coin-lift')!.job);

describe('the fit sentence', () => {
  it('says length, pitch, ideal and whole count, what gives way, and how it closes', () => {
    const { text, good, verdict } = readSentence(lift());
    expect(text).toMatch(
      /^Route round three wheels, \d+\.\d\d mm round, at a pitch of 12\.70 mm: 90\.\d\d would fit\. Put in 90 links, 15 times 6; the pitch becomes 12\.\d{4} mm \([+−]\d\.\d\d %\), its toothed wheels with it: \d+\.\d\d mm as fitted\.$/,
    );
    expect(good).toBe(true);
    expect(verdict).toMatch(/^closes exactly, ripple \d+ ppm$/);
  });

  it('says how the path is scaled, and that toothed wheels keep their size', () => {
    const job = lift();
    job.runs[0].fit.hold = 'pitch';
    expect(readSentence(job).text).toMatch(
      /the path is scaled by \d\.\d{5} \([+−].* %\), toothed wheels keeping their size: \d+\.\d\d mm as fitted\.$/,
    );
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

describe('a wheel that gives way, in words', () => {
  it('says how far it moves and which way; directions by the nearest of eight', () => {
    const job = lift();
    job.runs[0].fit = {
      ...job.runs[0].fit,
      hold: 'wheel',
      tension: defaultTension(job, job.runs[0], makesRoom),
    };
    // The idler presses on the chain from outside, but even without it the loop is too long for 90.
    expect(job.runs[0].fit.tension?.wheel).toBe('head');
    expect(readSentence(job).text).toMatch(
      /the head sprocket moves \d+\.\d\d mm (left|down and left): \d+\.\d\d mm as fitted\.$/,
    );
    // For 92 the idler is pressed in further.
    job.runs[0].fit = { ...job.runs[0].fit, multiple: 1, count: 92 };
    job.runs[0].fit.tension = defaultTension(job, job.runs[0], makesRoom);
    expect(job.runs[0].fit.tension?.wheel).toBe('idler');
    expect(readSentence(job).text).toMatch(
      /the idler moves \d+\.\d\d mm down( and (left|right))?: \d+\.\d\d mm as fitted\.$/,
    );
    expect(readSentence(job).good).toBe(true);
    expect([0, 0.9, 1.6, 2.4, 3.1, -2.3, -1.5, -0.7].map((a) => wayWords(Math.cos(a), Math.sin(a)))).toEqual([
      'right',
      'up and right',
      'up',
      'up and left',
      'left',
      'down and left',
      'down',
      'down and right',
    ]);
  });

  it('the wheel to begin with: the last one where none presses from outside; none on a line', () => {
    const beetle = demoJobs().find(({ id }) => id === 'demo-tin-beetle')!.job;
    const tension = defaultTension(beetle, beetle.runs[0], makesRoom);
    expect(tension).toMatchObject({ wheel: 'w6', min: -530, max: 530 });
    expect(
      defaultTension(outlineJob('Line', 'M0 0H100'), outlineJob('Line', 'M0 0H100').runs[0], makesRoom),
    ).toBeNull();
  });
});
