import { describe, expect, it } from 'vitest';
import { chordStepper } from '../chain';
import { length3, sub3 } from '../math';
import { pathReader } from '../path';
import { helix, readAt, expectSmooth } from './space-path.testing';

describe('a helix', () => {
  it('of one radius: its length and its bend by their closed forms', () => {
    // n sqrt((2 π r)² + h²), h the rise of a turn; curvature a / (a² + c²), c the rise a radian.
    const path = helix();
    expect(path.length / (3 * Math.hypot(80 * Math.PI, 50))).toBeCloseTo(1, 12);
    const c = 50 / (2 * Math.PI);
    for (const s of [0, 11, 333, path.length])
      expect(readAt(path, s).bend * (1600 + c * c)).toBeCloseTo(40, 9);
    expect(length3(sub3(readAt(path, path.length).at, { x: 40, y: 0, z: 150 }))).toBeLessThan(1e-9);
  });

  it('conical: its length by the integral in closed form', () => {
    // ds = sqrt(k² + h² + R²) dθ with R = R₀ + k θ, h the rise a radian:
    // L = [R sqrt(R² + q²) + q² asinh(R / q)] / 2 k between both radii, q² = k² + h².
    for (const [turns, known] of [
      [1, 376.735274516],
      [3, 965.499237171],
    ]) {
      const path = helix({ from: 70, to: 30, rise: 200, turns });
      const [k, h] = [-40 / (2 * Math.PI * turns), 200 / (2 * Math.PI * turns)];
      const q = Math.hypot(k, h);
      const upTo = (r: number): number => (r * Math.hypot(r, q) + q * q * Math.asinh(r / q)) / (2 * k);
      expect(Math.abs(path.length / (upTo(30) - upTo(70)) - 1)).toBeLessThan(1e-11);
      expect(path.length).toBeCloseTo(known, 8);
      for (let i = 1; i < 20; i++) expectSmooth(path, (i / 20) * path.length);
    }
  });

  it('turns the way that is asked for, and falls where its rise is below zero', () => {
    const path = helix({ hand: 'cw', rise: -60, turns: 1.25 });
    const quarter = readAt(path, path.length / 5).at;
    expect(length3(sub3(quarter, { x: 0, y: -40, z: -12 }))).toBeLessThan(1e-9);
  });

  it('pins of equal chords stand at equal angles: c² = 4 R² sin²(δ / 2) + (h δ / 2 π)²', () => {
    const path = helix();
    const step = chordStepper(pathReader(path));
    const places = [0];
    for (let i = 0; i < 40; i++) places.push(step(places[i], 12.5, path.length)!);
    const angles = places.map((s) => {
      const { x, y, z } = readAt(path, s).at;
      // Which turn it is on its height says.
      const whole = (z / 150) * 6 * Math.PI;
      return whole + Math.atan2(Math.sin(Math.atan2(y, x) - whole), Math.cos(Math.atan2(y, x) - whole));
    });
    const delta = angles[1] - angles[0];
    expect(4 * 1600 * Math.sin(delta / 2) ** 2 + ((50 * delta) / (2 * Math.PI)) ** 2).toBeCloseTo(
      12.5 ** 2,
      8,
    );
    for (let i = 1; i < angles.length; i++) expect(angles[i] - angles[i - 1]).toBeCloseTo(delta, 9);
  });

  it.each([
    [{ turns: 0 }, /more than zero/],
    [{ turns: 10_000 }, /at most 1000 times/],
    [{ turns: NaN }, /as numbers/],
    [{ from: -1 }, /zero or more/],
    [{ from: 0, to: 0 }, /above zero/],
    [{ rise: 2e7 }, /at most 10 km/],
  ])('that cannot be says why: %j', (change, words) => {
    expect(() => helix(change)).toThrow(words);
  });
});
