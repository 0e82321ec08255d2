import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, PLAIN_LAY, type FitOutcome, type FitRequest } from '../fit';
import { parsePathData } from '../path';
import { chordDeparture, type Departure } from './departure';

const fit = (data: string, pitch: number, change: Partial<FitRequest> = {}): FitOutcome =>
  fitRow({ kind: 'contour', contour: parsePathData(data)[0] }, { ...DEFAULT_REQUEST, pitch, ...change });
const departure = ({ layout, row }: FitOutcome): Departure => chordDeparture(layout.path, row)!;

describe('how far links leave their path', () => {
  it('on a circle by R − √(R² − c² / 4)', () => {
    for (const pitch of [3, 11, 30]) {
      const row = fit('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', pitch);
      const c = row.effectivePitch!;
      expect(departure(row).depth).toBeCloseTo(50 - Math.sqrt(2500 - (c * c) / 4), 8);
    }
  });

  it('not at all on a straight', () => {
    expect(departure(fit('M0 0H100', 10)).depth).toBeLessThan(1e-9);
  });

  it('most in the tighter of two bends', () => {
    const row = fit('M0 0H200A30 30 0 0 1 200 60H-20A90 90 0 0 1 -20 -120', 10);
    const { s, depth } = departure(row);
    expect(s).toBeGreaterThan(200);
    expect(s).toBeLessThan(200 + 30 * Math.PI);
    const c = row.effectivePitch!;
    expect(depth).toBeCloseTo(30 - Math.sqrt(900 - (c * c) / 4), 6);
  });

  it('a link across a corner leaves it by the height of its triangle', () => {
    // Half a pitch on each side of a right angle, by hand: c / 2.
    const row = fit('M0 0H105V100', 10, { hold: 'both', count: 20 });
    expect(departure(row).depth).toBeGreaterThan(3.5);
    expect(departure(row).depth).toBeLessThan(5 + 1e-9);
  });

  it('only of the links that belong to the row', () => {
    const row = fit('M0 0H100A20 20 0 0 1 100 40H0', 10, {
      lay: { ...PLAIN_LAY, stretch: { by: 'length', from: 0, to: 90 } },
    });
    expect(departure(row).depth).toBeLessThan(1e-9);
  });
});
