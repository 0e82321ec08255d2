import { PLAIN_LAY, type RowLay } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { parseJob } from '../job';
import { resolveRun } from '../resolve';
import { LINE, lay, readSentence, rowOf } from './rows.testing';

describe('a row with ends counts its joints itself', () => {
  it.each([
    ['stitch', 'Put in 10 stitches, 11 holes;'],
    ['tube', 'Put in 10 tubes;'],
    ['flat-top', 'Put in 10 plates, 11 hinge pins;'],
  ] as const)('%s', (family, words) => {
    expect(readSentence(rowOf(family, 'M0 0H500', 50)).text).toContain(words);
  });

  it('one piece has two', () => {
    expect(readSentence(rowOf('stitch', LINE, 100)).text).toContain('Put in 1 stitch, 2 holes;');
  });

  it('pieces on points have spaces between them', () => {
    expect(readSentence(rowOf('lamp', LINE, 10, lay({ ends: 'points' }))).text).toContain(
      'Put in 11 lamps, 10 spaces between;',
    );
    // Half a space in, there is nothing to count.
    expect(readSentence(rowOf('lamp', LINE, 10)).text).toContain('Put in 10 lamps;');
  });

  it('links that replace lamps on points hang between pins again', () => {
    const { text } = readSentence(rowOf('stitch', LINE, 10, lay({ ends: 'points' })));
    expect(text).toContain('Put in 10 stitches, 11 holes;');
  });

  it('round a loop there are as many as pieces, and nothing is said', () => {
    const { text } = readSentence(rowOf('stitch', 'M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', 10));
    expect(text).toContain('Put in 31 stitches;');
  });
});

describe('a part of a path', () => {
  it('says how much of it is used, and that it is filled', () => {
    const { text, verdict } = readSentence(rowOf('stitch', LINE, 10, lay({ inset: [7, 13] })));
    expect(text).toMatch(/100\.00 mm long, 80\.00 mm of it used, at a pitch of 10\.00 mm/);
    expect(verdict).toBe('fills its part exactly');
  });

  it('all of it is not spoken of', () => {
    const { text, verdict } = readSentence(rowOf('stitch', LINE, 10));
    expect(text).not.toContain('of it used');
    expect(verdict).toBe('reaches the end exactly');
  });
});

describe('what is left over', () => {
  it.each([
    ['end', 'open by 4.00 mm at the end: one more stitch needs 8.00 mm'],
    ['start', 'open by 4.00 mm at the start: one more stitch needs 8.00 mm'],
    ['both', 'open by 4.00 mm, half at each end: one more stitch needs 8.00 mm'],
  ] as const)('at the %s', (rest, words) => {
    const job = rowOf('stitch', LINE, 12, { hold: 'both', rounding: 'down', ...lay({ rest }) });
    expect(readSentence(job).verdict).toBe(words);
  });

  it('how many have to go, or would still go in, is counted', () => {
    const of = (count: number, more: Partial<RowLay> = {}): ReturnType<typeof readSentence> =>
      readSentence(rowOf('stitch', LINE, 12, { hold: 'both', count, ...lay(more) }));
    // By hand: 8 of 12 mm are 96 of the 100; 12 are 144, and 3.67 of them have to go.
    expect(of(12).verdict).toBe('44.00 mm too long at the end: take 4 stitches out');
    expect(of(9).verdict).toBe('8.00 mm too long at the end: take one stitch out');
    expect(of(5).verdict).toBe('open by 40.00 mm at the end: 3 more stitches would fit');
    expect(of(12, { beyond: 'straight' })).toMatchObject({
      verdict: 'runs 44.00 mm straight on past the end',
      good: true,
    });
  });

  it('both ways from a place: how much of it is before', () => {
    const job = rowOf('stitch', LINE, 12, { hold: 'both', rounding: 'down', ...lay({ middle: 37 }) });
    expect(readSentence(job).verdict).toBe(
      'open by 4.00 mm, 1.00 mm of it at the start: one more stitch needs 8.00 mm',
    );
  });
});

describe('places that are met', () => {
  const square = 'M0 0H100V70H0Z';
  it('the spread of the pitch is said, and that all are met', () => {
    const job = rowOf('stitch', square, 12, { meet: { corners: 0.1, at: [] } });
    const { text, verdict, good } = readSentence(job);
    // 100 / 8 and 70 / 6 mm, by hand.
    expect(text).toContain('the pitch becomes 11.6667 mm to 12.5000 mm (−2.78 % to +4.17 %).');
    expect([verdict, good]).toEqual(['meets all 4 places exactly', true]);
  });

  it('one place, two places', () => {
    const at = (...places: number[]): string =>
      readSentence(rowOf('stitch', LINE, 7, { meet: { corners: null, at: places } })).verdict;
    expect(at(30)).toBe('meets its place exactly');
    expect(at(30, 60)).toBe('meets both its places exactly');
  });

  it('marks are kept but not met while something else gives way', () => {
    const job = rowOf('stitch', square, 12, { hold: 'pitch', meet: { corners: 0.1, at: [] } });
    expect(resolveRun(job).request.meet).toBeNull();
    expect(readSentence(job).good).toBe(true);
  });

  it('pieces that are carried meet them themselves where they stand on points, links by their pins', () => {
    const met = { meet: { corners: 0.1, at: [] }, ...lay({ ends: 'points' }) };
    const lamps = rowOf('lamp', square, 12, met);
    expect(resolveRun(lamps).request.lay.ends).toBe('points');
    expect(readSentence(lamps).verdict).toBe('meets all 4 places exactly');
    expect(resolveRun(rowOf('stitch', square, 12, met)).request.lay.ends).toBe('pins');
  });
});

describe('the file', () => {
  it('keeps both, and refuses what cannot be', () => {
    const job = rowOf('stitch', LINE, 10, { ...lay({ inset: [1, 2] }), meet: { corners: null, at: [50] } });
    expect(parseJob(JSON.parse(JSON.stringify(job)))).toEqual(job);
    const broken = (change: object): (() => unknown) => {
      const copy = structuredClone(job) as unknown as { runs: { fit: Record<string, unknown> }[] };
      Object.assign(copy.runs[0].fit, change);
      return () => parseJob(copy);
    };
    expect(broken({ lay: { ...PLAIN_LAY, inset: [-1, 0] } })).toThrow(/inset/);
    expect(broken({ lay: { ...PLAIN_LAY, ends: 'posts' } })).toThrow(/ends/);
    expect(broken({ meet: { corners: 4, at: [] } })).toThrow(/corners/);
    expect(broken({ meet: { corners: null, at: Array.from({ length: 201 }, (_, i) => i) } })).toThrow(/at/);
  });
});
