import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, type FitOutcome, type WheelSpec } from '../fit';
import { nearestLink } from './nearest-link';

const wheel = (id: string, x: number, y: number, radius: number): WheelSpec => ({
  id,
  x,
  y,
  turn: 'ccw',
  size: { by: 'radius', radius },
});
const fitted = (wheels: WheelSpec[], pitch: number, pieces: 'stiff' | 'bending' = 'stiff'): FitOutcome =>
  fitRow({ kind: 'route', closed: true, wheels }, { ...DEFAULT_REQUEST, pitch, pieces });
const nearest = (fit: FitOutcome, i: number): number =>
  nearestLink(fit.row, fit.layout.wheels[i], fit.layout.wraps[i]);

describe('how near links come to the wheel they run over', () => {
  it('a whole link on a wheel lies as its chord: √(R² − c² / 4)', () => {
    const fit = fitted([wheel('a', 0, 0, 55), wheel('b', 600, 0, 55)], 53);
    const chord = fit.effectivePitch!;
    for (const i of [0, 1]) expect(nearest(fit, i)).toBeCloseTo(Math.sqrt(55 ** 2 - (chord / 2) ** 2), 2);
  });

  it('a wheel that a straight run only touches has it at its rim', () => {
    // A road wheel whose run goes round it by a degree or so.
    const fit = fitted([wheel('a', 0, 0, 50), wheel('road', 300, -15.2, 35), wheel('b', 600, 0, 50)], 53);
    expect(fit.layout.wraps[1].angle).toBeLessThan(0.05);
    expect(nearest(fit, 1)).toBeGreaterThan(35 - 0.6);
    expect(nearest(fit, 1)).toBeLessThanOrEqual(35);
  });

  it('rows that are longer than are looked at phase by phase are still looked at', () => {
    const long = fitted([wheel('a', 0, 0, 50), wheel('b', 30_000, 0, 50)], 8, 'bending');
    expect(long.count).toBeGreaterThan(7_000);
    // Bending pieces lie on the rim; from pin to pin it is a chord all the same.
    expect(nearest(long, 0)).toBeCloseTo(Math.sqrt(50 ** 2 - 4 ** 2), 1);
  });
});
