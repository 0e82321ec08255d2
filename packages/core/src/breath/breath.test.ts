import { DEFAULT_REQUEST } from '../fit';
import { describe, expect, it } from 'vitest';
import { fitRow, PLAIN_LAY } from '../fit';
import type { FitRequest } from '../fit';
import { newRowFrame, rowFrame } from '../motion';
import { parsePathData } from '../path';
import { breathingRow, loopingNoise, periodsOf, type Breath } from './index';

const loop = parsePathData('M0 0H300A60 60 0 0 1 300 120H0A60 60 0 0 1 0 0Z')[0];
const asked = (change: Partial<FitRequest> = {}): FitRequest => ({
  ...DEFAULT_REQUEST,
  pitch: 20,
  pieces: 'stiff',
  multiple: 1,
  rounding: 'nearest',
  hold: 'path',
  count: null,
  ...change,
});
const breath: Breath = { what: 'length', amount: 0.3, seed: 7, period: 24, alike: 3 };

describe('a noise that loops', () => {
  it('has the same value and slope at the loop’s end as at its start', () => {
    for (const places of [40, null]) {
      const noise = loopingNoise(3, places, 2);
      for (let place = 0; place < 40; place += 1.7) {
        expect(noise.at(place, 1)).toBe(noise.at(place, 0));
        const h = 1e-5;
        const before = (noise.at(place, 1) - noise.at(place, 1 - h)) / h;
        const after = (noise.at(place, h) - noise.at(place, 0)) / h;
        expect(Math.abs(before - after)).toBeLessThan(1e-2);
      }
    }
  });

  it('meets itself round a ring of places', () => {
    const noise = loopingNoise(3, 40, 2);
    for (const time of [0, 0.31, 0.8]) {
      expect(noise.at(40, time)).toBe(noise.at(0, time));
      expect(noise.at(-1, time)).toBeCloseTo(noise.at(39, time), 12);
    }
  });

  it('is the same for a seed on every machine, another for another, and stays within ±1', () => {
    const values = (seed: number): number[] => {
      const noise = loopingNoise(seed, 30, 2);
      return Array.from({ length: 300 }, (_, i) => noise.at(i * 0.37, i * 0.013));
    };
    expect(values(5)).toEqual(values(5));
    expect(values(5)).not.toEqual(values(6));
    expect(Math.max(...values(5).map(Math.abs))).toBeLessThanOrEqual(1);
    // It does move: not a constant.
    expect(Math.max(...values(5)) - Math.min(...values(5))).toBeGreaterThan(0.5);
  });

  it('periods are what divides the loop', () => {
    expect(periodsOf(120)).toEqual([120, 60, 40, 30, 24, 20, 15, 12, 10, 8, 6, 5, 4, 3, 2, 1]);
    expect(periodsOf(7)).toEqual([7, 1]);
  });
});

describe('a row that breathes', () => {
  const chords = (pins: Float64Array, columns: number, frame: number): number[] => {
    const at = (i: number): [number, number] => [
      pins[2 * (frame * columns + i)],
      pins[2 * (frame * columns + i) + 1],
    ];
    return Array.from({ length: columns - 1 }, (_, i) => {
      const [a, b] = [at(i), at(i + 1)];
      return Math.hypot(b[0] - a[0], b[1] - a[1]);
    });
  };

  it('stiff pieces close on their chords in every frame, each as long as its breath says', () => {
    const fit = fitRow({ kind: 'contour', contour: loop }, asked());
    const row = breathingRow(fit, breath, 24, () => 0);
    for (let frame = 0; frame < 24; frame++) {
      const found = chords(row.pins, row.columns, frame);
      const factors = found.map((chord, k) => chord / row.sizes[frame * row.links + k]);
      // One factor makes all of them fill the path. Sizes are kept to seven digits.
      for (const factor of factors) expect(Math.abs(factor / factors[0] - 1)).toBeLessThan(1e-6);
      const first = frame * row.columns;
      const last = first + row.columns - 1;
      expect(row.pins[2 * last]).toBeCloseTo(row.pins[2 * first], 9);
      expect(row.pins[2 * last + 1]).toBeCloseTo(row.pins[2 * first + 1], 9);
    }
  });

  it('the frame after the last would be the first: same sizes, links moved on by whole pitches', () => {
    const fit = fitRow({ kind: 'contour', contour: loop }, asked());
    const travel = 4;
    const twice = breathingRow(fit, breath, 48, (frame) => (travel * frame) / 24);
    const { columns, links, pins } = twice;
    for (let k = 0; k < links; k++) {
      const from = (k + travel) % links;
      expect(twice.sizes[24 * links + k]).toBeCloseTo(twice.sizes[from], 6);
      expect(Math.abs(pins[2 * (24 * columns + k)] - pins[2 * from])).toBeLessThan(1e-8);
      expect(Math.abs(pins[2 * (24 * columns + k) + 1] - pins[2 * from + 1])).toBeLessThan(1e-8);
    }
  });

  it('pieces end to end keep their gap while they breathe', () => {
    const endToEnd = { lengths: [30, 18], gap: 4 };
    const fit = fitRow({ kind: 'contour', contour: loop }, asked({ pitch: 28, endToEnd }));
    const row = breathingRow(fit, { ...breath, amount: 0.2 }, 24, () => 0);
    for (const frame of [0, 5, 17]) {
      const found = chords(row.pins, row.columns, frame);
      for (let i = 1; i < found.length; i += 2) expect(found[i]).toBeCloseTo(4, 8);
    }
  });

  it('along an open path those at rest fill it', () => {
    const line = parsePathData('M0 0C100 200 300 -100 400 40')[0];
    const fit = fitRow({ kind: 'contour', contour: line }, asked());
    const row = breathingRow(fit, breath, 24, () => 0);
    for (const frame of [0, 9, 20]) {
      const base = frame * row.columns;
      expect(row.arc[base + 1]).toBeCloseTo(0, 9);
      expect(row.arc[base + row.columns - 2]).toBeCloseTo(fit.layout.path.length, 6);
    }
  });

  it('with an inset on a bend, stiff pieces at rest still begin on it and fill what is left', () => {
    const arc = parsePathData('M0 0A150 150 0 0 1 300 0')[0];
    const lay = { ...PLAIN_LAY, inset: [90, 60] as const };
    const fit = fitRow({ kind: 'contour', contour: arc }, asked({ lay }));
    const row = breathingRow(fit, breath, 24, () => 0);
    for (const frame of [0, 9, 20]) {
      const base = frame * row.columns;
      expect(row.arc[base + 1]).toBeCloseTo(90, 9);
      expect(row.arc[base + row.columns - 2]).toBeCloseTo(fit.layout.path.length - 60, 6);
    }
  });

  it('an open row that travels changes no place by a jump', () => {
    const line = parsePathData('M0 0H400')[0];
    const fit = fitRow({ kind: 'contour', contour: line }, asked({ pieces: 'bending' }));
    const row = breathingRow(fit, { ...breath, period: 200 }, 200, (frame) => frame / 50);
    // Places in [100, 300] move by little from frame to frame, whatever number they have.
    const seen = (frame: number): number[] =>
      [...row.arc.subarray(frame * row.columns, (frame + 1) * row.columns)].filter((s) => s > 100 && s < 300);
    for (let frame = 0; frame + 1 < 200; frame++) {
      for (const s of seen(frame)) {
        const next = [...row.arc.subarray((frame + 1) * row.columns, (frame + 2) * row.columns)];
        expect(Math.min(...next.map((other) => Math.abs(other - s)))).toBeLessThan(3);
      }
    }
  });

  it('only sizes: the row lies as it does at rest', () => {
    const fit = fitRow({ kind: 'contour', contour: loop }, asked());
    const row = breathingRow(fit, { ...breath, what: 'size' }, 24, () => 0);
    expect(row.lengthens).toBe(false);
    const rest = newRowFrame(fit.row);
    rowFrame(fit.row, 0, rest);
    expect([...row.pins.subarray(0, rest.pins.length)]).toEqual([...rest.pins]);
    expect(Math.max(...row.sizes)).toBeGreaterThan(1.05);
    expect(Math.min(...row.sizes)).toBeGreaterThanOrEqual(0.7 - 1e-6);
  });

  it('refuses what cannot be', () => {
    const fit = fitRow({ kind: 'contour', contour: loop }, asked());
    expect(() => breathingRow(fit, { ...breath, period: 7 }, 24, () => 0)).toThrow(
      /period of 7 frames does not meet/,
    );
    expect(() => breathingRow(fit, { ...breath, amount: 0.95 }, 24, () => 0)).toThrow(
      /cannot breathe by 95 %/,
    );
    expect(() => breathingRow(fit, { ...breath, period: 100_000 }, 100_000, () => 0)).toThrow(
      /at most 2000000/,
    );
    const gap = fitRow({ kind: 'contour', contour: loop }, asked({ hold: 'both' }));
    expect(() => breathingRow(gap, breath, 24, () => 0)).toThrow(/with a gap that goes round/);
  });

  it('tells how far it has come', () => {
    const fit = fitRow({ kind: 'contour', contour: loop }, asked());
    const parts: number[] = [];
    breathingRow(
      fit,
      breath,
      24,
      () => 0,
      (part) => parts.push(part),
    );
    expect(parts).toEqual([8 / 24, 16 / 24, 1, 1]);
  });
});
