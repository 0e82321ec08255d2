import { fitRow, PLAIN_LAY } from '@coin-relay/core';
import { demoJobs, resolveRun, type Job, type RunFit } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { produce } from 'immer';
import { writeSpacing } from '../../document/commands';
import { spacingGrip, type SpacingGrip } from './spacing-grip';

const slide = demoJobs().find(({ id }) => id === 'demo-coin-slide')!.job;
const carousel = demoJobs().find(({ id }) => id === 'demo-prize-carousel')!.job;
const lift = demoJobs().find(({ id }) => id === 'demo-barrier-chain')!.job;
const withFit = (job: Job, change: Partial<RunFit>): Job => ({
  ...job,
  runs: [{ ...job.runs[0], fit: { ...job.runs[0].fit, ...change } }],
});
const gripOf = (job: Job): SpacingGrip | null => {
  const { source, request, sequence } = resolveRun(job);
  return spacingGrip(fitRow(source, request), sequence);
};

describe('the second piece of an open row', () => {
  it('half a spacing in, it stands one and a half spacings from the start', () => {
    const held = withFit(slide, { hold: 'both', rounding: 'down' });
    const grip = gripOf(held)!;
    expect(grip.sets).toBe('spacing');
    expect(grip.at(1.5 * 18)).toBeCloseTo(18, 12);
    expect(grip.at(45)).toBeCloseTo(30, 12);
  });

  it('on points, it stands one spacing from the start', () => {
    const points = withFit(slide, { lay: { ...PLAIN_LAY, inset: [10, 0], ends: 'points' } });
    expect(gripOf(points)!.at(40)).toBeCloseTo(30, 12);
  });

  it('laid end to end it sets the gap, never less than none', () => {
    const laid = withFit(slide, { endToEnd: { gap: 3 }, hold: 'both', rounding: 'down' });
    const grip = gripOf(laid)!;
    // Planks 13 mm wide: the second one's middle lies 13 + 3 + 6.5 mm from the start.
    expect(grip.sets).toBe('gap');
    expect(grip.at(22.5)).toBeCloseTo(3, 9);
    expect(grip.at(5)).toBe(0);
  });

  it('there is nothing to take hold of on loops, and where pins set the distance', () => {
    expect(gripOf(carousel)).toBeNull();
    expect(gripOf(lift)).toBeNull();
  });

  it('writes the spacing without making the pieces larger', () => {
    const job = produce(slide, (draft) => writeSpacing(draft, slide.runs[0].id, 'spacing', 24));
    const [before, after] = [slide, job].map(({ pieces }) => pieces.find(({ id }) => id === 'plank'));
    expect(after).toEqual({ ...before, pitch: 24 });
  });
});
