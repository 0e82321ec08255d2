import { describe, expect, it } from 'vitest';
import { closeTurn, driveTrain, MOST_SLIP, shaftRatio } from './index';

describe('a drive train', () => {
  it('multiplies the ratios down to the last run', () => {
    const train = driveTrain([
      { run: 'c', by: 'b', ratio: -0.5 },
      { run: 'b', by: 'a', ratio: 3 },
      { run: 'd', by: 'a', ratio: 2 },
    ]);
    expect(train.get('c')).toEqual({ master: 'a', ratio: -1.5 });
    expect(train.get('b')).toEqual({ master: 'a', ratio: 3 });
    expect(train.get('d')).toEqual({ master: 'a', ratio: 2 });
    expect(train.has('a')).toBe(false);
  });

  it('refuses a ring of drives, naming who drives whom', () => {
    expect(() =>
      driveTrain([
        { run: 'lift', by: 'drum', ratio: 1 },
        { run: 'drum', by: 'beetle', ratio: 1 },
        { run: 'beetle', by: 'lift', ratio: 1 },
      ]),
    ).toThrow(/in a ring: “lift” ← “drum” ← “beetle” ← “lift”/);
    expect(() => driveTrain([{ run: 'lift', by: 'lift', ratio: 1 }])).toThrow(/“lift” ← “lift”/);
    // One that hangs on a ring says so too.
    expect(() =>
      driveTrain([
        { run: 'x', by: 'a', ratio: 1 },
        { run: 'a', by: 'b', ratio: 1 },
        { run: 'b', by: 'a', ratio: 1 },
      ]),
    ).toThrow(/“a” ← “b” ← “a”/);
  });

  it('gears of 18 and 54 teeth turn a third as fast, the other way (velocity ratio z1 / z2)', () => {
    expect(shaftRatio([18, 54])).toBeCloseTo(-1 / 3, 15);
    expect(shaftRatio(null)).toBe(1);
  });
});

describe('plain wheels and the loop’s end', () => {
  it('turn to where their picture is back, and say how much they slip', () => {
    const { turns, slip } = closeTurn(2.27, 5);
    expect(turns).toBeCloseTo(2.2, 12);
    expect(slip).toBeCloseTo(2.2 / 2.27 - 1, 12);
    expect(closeTurn(-2.27, 5).turns).toBeCloseTo(-2.2, 12);
    expect(closeTurn(3, 1)).toEqual({ turns: 3, slip: 0 });
  });

  it('are never rounded to standing still, nor slip by more than a tenth', () => {
    expect(closeTurn(0.06, 5)).toEqual({ turns: 0.06, slip: 0 });
    for (let turns = 0.02; turns < 4; turns += 0.013) {
      const closed = closeTurn(turns, 5);
      expect(closed.turns).toBeGreaterThan(0);
      expect(Math.abs(closed.slip)).toBeLessThanOrEqual(MOST_SLIP);
    }
  });
});
