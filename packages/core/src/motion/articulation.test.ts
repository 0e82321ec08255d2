import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, PLAIN_LAY, type FitOutcome, type FitRequest } from '../fit';
import { parsePathData } from '../path';
import { sharpestTurn } from './articulation';

const fit = (data: string, pitch: number, change: Partial<FitRequest> = {}): FitOutcome =>
  fitRow({ kind: 'contour', contour: parsePathData(data)[0] }, { ...DEFAULT_REQUEST, pitch, ...change });

describe('where neighbouring links turn most', () => {
  it('a regular polygon of N links turns 2π / N at each of its pins', () => {
    for (const n of [5, 12, 40]) {
      const row = fit('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', 100 * Math.sin(Math.PI / n));
      expect(row.count).toBe(n);
      expect(sharpestTurn(row.row)!.angle).toBeCloseTo((2 * Math.PI) / n, 9);
    }
  });

  it('a straight row does not turn', () => {
    expect(sharpestTurn(fit('M0 0H100', 10).row)!.angle).toBeLessThan(1e-9);
  });

  it('is found in the tighter of two bends', () => {
    const row = fit('M0 0H200A30 30 0 0 1 200 60H-20A90 90 0 0 1 -20 -120', 10);
    const { s, angle } = sharpestTurn(row.row)!;
    expect(s).toBeGreaterThan(190);
    expect(s).toBeLessThan(200 + 30 * Math.PI + 10);
    // Two chords of a circle of 30 mm.
    expect(angle).toBeCloseTo((4 * Math.asin(row.effectivePitch! / 60)) / 2, 3);
  });

  it('what comes in before the start of a row does not count', () => {
    // The corner lies before the stretch that the row is on.
    const row = fit('M0 0H100V100H300', 10, {
      lay: { ...PLAIN_LAY, stretch: { by: 'length', from: 210, to: 390 } },
    });
    expect(sharpestTurn(row.row)!.angle).toBeLessThan(1e-6);
  });

  it('a row that stands still has its turns too: a met corner', () => {
    const row = fit('M0 0H100V70', 10, { meet: { corners: 0.1, at: [] } });
    const { s, angle } = sharpestTurn(row.row)!;
    expect(angle).toBeCloseTo(Math.PI / 2, 9);
    expect(s).toBeCloseTo(100, 9);
  });
});
