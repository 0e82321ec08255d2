import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, type FitSource } from '../fit';
import { pitchOverCycle } from './pitch-over-cycle';

/** Six track wheels, all counter-clockwise; 31 shoes have a ripple of 1573 ppm. */
const TRACK: FitSource = {
  kind: 'route',
  closed: true,
  wheels: [
    [0, 60, 55],
    [120, 20, 40],
    [260, 20, 40],
    [400, 20, 40],
    [540, 20, 40],
    [660, 70, 50],
  ].map(([x, y, radius], i) => ({ id: `w${i}`, x, y, turn: 'ccw', size: { by: 'radius', radius } })),
};

describe('the pitch over a cycle', () => {
  it('has the mean and the ripple that the fit states', () => {
    const fit = fitRow(TRACK, { ...DEFAULT_REQUEST, pitch: 53, count: 31 });
    const { travel, pitch } = pitchOverCycle(fit.row)!;
    const once = [...pitch.slice(0, -1)];
    const mean = once.reduce((sum, p) => sum + p, 0) / once.length;
    expect(mean).toBeCloseTo(fit.effectivePitch!, 9);
    // The extremes lie between the phases: what is sampled is a little less.
    const sampled = ((Math.max(...once) - Math.min(...once)) / mean) * 1e6;
    expect(sampled).toBeLessThanOrEqual(fit.ripplePpm + 1e-6);
    expect(sampled).toBeGreaterThan(0.8 * fit.ripplePpm);
    expect([travel[0], travel[travel.length - 1], pitch[pitch.length - 1]]).toEqual([0, 1, pitch[0]]);
  });

  it('there is none for a row that does not close on itself', () => {
    const fit = fitRow(TRACK, { ...DEFAULT_REQUEST, pitch: 53, hold: 'both', rounding: 'down' });
    expect(pitchOverCycle(fit.row)).toBeNull();
  });
});
