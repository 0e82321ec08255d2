import { fitRow, PLAIN_LAY } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { demoJobs } from '../demo';
import { holdChange } from '../fit';
import { makesRoom } from '../fit/makes-room';
import type { Job, RunFit } from '../job/schema';
import type { JobPiece } from '../families';
import { parseJob, PLAIN_SET_OUT, roundingChange } from '../job';
import { adaptedTo, boundTo, withEndToEnd } from '../pieces';
import { resolveRun } from '../resolve';
import { fitSentence } from './fit-sentence';

const demo = (id: string): Job => demoJobs().find((entry) => entry.id === id)!.job;
const withFit = (job: Job, change: Partial<RunFit>): Job => ({
  ...job,
  runs: job.runs.map((run, i) => (i === 0 ? { ...run, fit: { ...run.fit, ...change } } : run)),
});
const said = (job: Job): string => {
  const resolved = resolveRun(job);
  const { parts, verdict } = fitSentence(job, resolved, fitRow(resolved.source, resolved.request));
  return `${parts.map(({ text }) => text).join('')} ${verdict.text}`.replace(/\u00a0/g, ' ');
};
const tube = (id: string, length: number): JobPiece => ({
  family: 'tube',
  id,
  name: id,
  pitch: 60,
  length,
  outer: 12,
  bore: 8,
});
/** Three tubes on a straight line of 1000 mm. */
const tubes: Job = {
  ...demo('demo-barrier-chain'),
  wheels: [],
  paths: [
    {
      kind: 'drawn',
      id: 'loop',
      name: 'Rail',
      closed: false,
      points: [
        { x: 0, y: 0, next: { kind: 'line' } },
        { x: 1000, y: 0, next: { kind: 'line' } },
      ],
    },
  ],
  pieces: [tube('long', 100), tube('middle', 50), tube('short', 20)],
  runs: [
    {
      id: 'row',
      name: 'Tubes',
      path: 'loop',
      sequence: ['long', 'middle', 'short'],
      fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: null, endToEnd: { gap: 2 } },
    },
  ],
};

describe('the fit sentence of pieces laid end to end', () => {
  it('names their lengths and the gap, and how they change to fill the path', () => {
    const words = said(tubes);
    // The 16th ends at 5 · (170 + 6) + 100 = 980 mm, the 17th would at 1032.
    expect(words).toMatch(
      /end to end: 100\.00 mm, 50\.00 mm and 20\.00 mm in turn with 2\.00 mm between: 16\.38 would fit/,
    );
    expect(words).toMatch(/Put in 16 tubes, 15 gaps between; their lengths change by \+2\.\d\d %/);
    expect(words).toMatch(/reaches the end exactly/);
  });

  it('says where they are drawn by weight', () => {
    const order = { by: 'weight' as const, seed: 3, apart: false, weights: [1, 2, 3] };
    const drawn = { ...tubes, runs: [{ ...tubes.runs[0], setOut: { ...PLAIN_SET_OUT, order } }] };
    expect(said(drawn)).toMatch(/100\.00 mm, 50\.00 mm and 20\.00 mm drawn by weight with 2\.00 mm between/);
    expect(said(drawn)).toMatch(/reaches the end exactly/);
  });

  it('has no gaps to count where there are none', () => {
    expect(said(withFit(tubes, { endToEnd: { gap: 0 } }))).toMatch(/with no gap: .* tubes; their/);
  });

  it('says how far apart pieces stand where what is left over is spread', () => {
    const spread = withFit(tubes, {
      endToEnd: null,
      hold: 'both',
      rounding: 'down',
      lay: { ...PLAIN_LAY, rest: 'spread', inset: [0, 0] },
    });
    // 16 of 60 mm leave 40 over 15 gaps.
    expect(said(spread)).toMatch(
      /16 tubes, 15 gaps between; nothing gives way, 2\.67 mm lie between each two/,
    );
  });
});

describe('the fit sentence of a span that hangs', () => {
  const lift = demo('demo-coin-lift');
  const slack = withFit(lift, holdChange(lift, lift.runs[0], 'slack', makesRoom));

  it('says which one, how deep, and by how much', () => {
    expect(said(slack)).toMatch(
      /the span after the \w+ ?\w* hangs \d+\.\d\d mm deep, \d+\.\d\d mm longer than taut: \d+\.\d\d mm as fitted\. closes exactly/,
    );
  });

  it('begins with the span that has the most room sideways', () => {
    expect(slack.runs[0].fit.span).toBe('drive');
  });
});

describe('which of the counts is taken', () => {
  const lift = demo('demo-coin-lift');
  const under = (job: Job, hold: RunFit['hold']): Job =>
    withFit(job, holdChange(job, job.runs[0], hold, makesRoom));
  const roundingIn = (job: Job): string => resolveRun(job).request.rounding;

  it('is at most what fits while nothing gives way, and as before once something does again', () => {
    const held = under(lift, 'both');
    expect(roundingIn(held)).toBe('down');
    expect(roundingIn(under(held, 'path'))).toBe('nearest');
  });

  it('is told apart for both', () => {
    const held = under(lift, 'both');
    const more = withFit(held, roundingChange(held.runs[0].fit, 'up'));
    expect([roundingIn(more), roundingIn(under(more, 'pitch'))]).toEqual(['up', 'nearest']);
    const least = withFit(lift, roundingChange(lift.runs[0].fit, 'up'));
    expect([roundingIn(least), roundingIn(under(least, 'both'))]).toEqual(['up', 'up']);
    // A document of before says one rounding for all.
    expect(roundingIn(withFit(lift, { hold: 'both', rounding: 'nearest' }))).toBe('nearest');
  });
});

describe('laying pieces end to end', () => {
  it('is valid with lengths that differ, which at one pitch they could not', () => {
    const long: Job = { ...tubes, pieces: [{ ...tubes.pieces[0], pitch: 90 }, ...tubes.pieces.slice(1)] };
    expect(parseJob(long).runs[0].fit.endToEnd).toEqual({ gap: 2 });
    expect(() => parseJob(withFit(long, { endToEnd: null }))).toThrow(/one pitch/);
    // Taken back, all have the first one's pitch again.
    const back = withEndToEnd(long, 'row', null);
    expect(parseJob(back).pieces.map(({ pitch }) => pitch)).toEqual([90, 90, 90]);
  });

  it('ties no pitches together, and takes others as they are', () => {
    expect([...boundTo(tubes, 'long')]).toEqual(['long']);
    const other = { ...tube('other', 33), pitch: 44 };
    expect(adaptedTo(tubes, tubes.runs[0], other)).toBe(other);
    expect(adaptedTo(tubes, withEndToEnd(tubes, 'row', null).runs[0], other).pitch).toBe(60);
  });

  it('is not for parts of a band, which run on', () => {
    expect(() => parseJob(withFit(demo('demo-drum-drive'), { endToEnd: { gap: 1 } }))).toThrow(/runs on/);
  });
});
