import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isOnPath, newRowFrame, rowFrame } from '../motion';
import { parsePathData } from '../path';
import { orderSteps, type PieceOrder } from '../set-out/order';
import {
  DEFAULT_REQUEST,
  expectedLength,
  fitRow,
  PLAIN_LAY,
  placePins,
  type FitOutcome,
  type FitRequest,
} from './index';
import type { FitSource } from './source';

const line = (length: number): FitSource => ({
  kind: 'contour',
  contour: parsePathData(`M0 0H${length}`)[0],
});
const circle = (r: number): FitSource => ({
  kind: 'contour',
  contour: parsePathData(`M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z`)[0],
});
const ROUTE: FitSource = {
  kind: 'route',
  closed: true,
  wheels: [
    { id: 'a', x: 0, y: 0, turn: 'ccw', size: { by: 'radius', radius: 70 } },
    { id: 'b', x: 420, y: 60, turn: 'ccw', size: { by: 'radius', radius: 90 } },
    { id: 'c', x: 180, y: 130, turn: 'cw', size: { by: 'radius', radius: 45 } },
  ],
};

function endToEnd(lengths: readonly number[], gap: number, more: Partial<FitRequest> = {}): FitRequest {
  const mean = lengths.reduce((sum, length) => sum + length, 0) / lengths.length;
  return { ...DEFAULT_REQUEST, pitch: mean + gap, endToEnd: { lengths, gap }, ...more };
}

/** The straight length of every piece, and the distances between one and the next, by the exact places. */
function measured(fit: FitOutcome, travel: number): { pieces: number[]; gaps: number[] } {
  const pins = placePins(fit, travel);
  const { step } = fit.row;
  const many = pins.length / 2;
  const at = (i: number): [number, number] => [pins[2 * (i % many)], pins[2 * (i % many) + 1]];
  const between = (i: number): number => {
    const [a, b] = [at(i), at(i + 1)];
    return Math.hypot(b[0] - a[0], b[1] - a[1]);
  };
  return {
    pieces: Array.from({ length: fit.count }, (_, k) => between(k * step)),
    gaps: step === 1 ? [] : Array.from({ length: fit.count }, (_, k) => between(k * step + 1)),
  };
}

describe('pieces of different lengths laid end to end', () => {
  // Common practice, no source: 26 times 170 and 150 more, and 79 gaps.
  it.each([
    [1, 4649],
    [3, 4807],
  ])('80 pieces of 100, 50 and 20 in turn with a gap of %d take %d mm', (gap, length) => {
    const fit = fitRow(
      line(6000),
      endToEnd([100, 50, 20], gap, { hold: 'both', count: 80, pieces: 'bending' }),
    );
    const pins = placePins(fit, 0);
    expect(pins[pins.length - 2]).toBeCloseTo(length, 9);
    expect(fit.gap).toBeCloseTo(6000 - length, 9);
    // As many go in as do: the gap behind the last one is not needed.
    const filled = fitRow(
      line(length),
      endToEnd([100, 50, 20], gap, { hold: 'both', rounding: 'down', pieces: 'bending' }),
    );
    expect(filled.count).toBe(80);
    expect(filled.closes).toBe(true);
  });

  it('a 600 mm piece with a gap of 50 sits every 650 (common practice, no source)', () => {
    const fit = fitRow(line(2600), endToEnd([600], 50, { hold: 'both', rounding: 'down' }));
    const frame = newRowFrame(fit.row);
    rowFrame(fit.row, 0, frame);
    const starts = Array.from({ length: fit.count }, (_, i) => frame.arc[2 * (i - frame.firstLink)]);
    expect(starts).toEqual([0, 650, 1300, 1950].map((s) => expect.closeTo(s, 9)));
  });

  it('one factor on the lengths, not on the gaps, fills an open path exactly', () => {
    const fit = fitRow(line(1000), endToEnd([100, 50, 20], 2));
    const { pieces } = measured(fit, 0);
    const factor = fit.apart!.factor;
    expect(pieces.reduce((sum, length) => sum + length, 0) + 2 * (fit.count - 1)).toBeCloseTo(1000, 8);
    pieces.forEach((length, i) => expect(length).toBeCloseTo([100, 50, 20][i % 3] * factor, 8));
    expect(fit.closes).toBe(true);
  });

  it('round a circle stiff ones span the angles of their chords, without ripple', () => {
    const r = 140;
    const lengths = [60, 31, 44];
    const gap = 4;
    const fit = fitRow(circle(r), endToEnd(lengths, gap));
    expect(fit.count % 3).toBe(0);
    const { factor } = fit.apart!;
    // Closed form: a chord c of a circle spans 2 asin(c / 2r).
    const angle = (c: number): number => 2 * Math.asin(c / (2 * r));
    const once = lengths.reduce((sum, length) => sum + angle(length * factor) + angle(gap), 0);
    expect((once * fit.count) / 3).toBeCloseTo(2 * Math.PI, 9);
    expect(fit.ripplePpm).toBeLessThan(1e-3);
    expect(fit.pitchChange).toBeCloseTo(factor - 1, 12);
  });

  it('on any route each keeps its share of one factor at every position (property)', () => {
    const length = fc.double({ min: 14, max: 40, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(length, { minLength: 1, maxLength: 4 }),
        fc.constantFrom(0, 1.5, 5),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (lengths, gap, travel) => {
          const fit = fitRow(ROUTE, endToEnd(lengths, gap));
          const { pieces, gaps } = measured(fit, travel);
          const factors = pieces.map((size, i) => size / lengths[i % lengths.length]);
          const mean = factors.reduce((sum, f) => sum + f, 0) / factors.length;
          factors.forEach((f) => expect(Math.abs(f / mean - 1)).toBeLessThan(1e-9));
          gaps.forEach((g) => expect(Math.abs(g - gap)).toBeLessThan(1e-8));
          // What is stated is the mean over the cycle; single positions differ by the ripple.
          expect(Math.abs(mean / fit.apart!.factor - 1) * 1e6).toBeLessThanOrEqual(2 * fit.ripplePpm + 1e-3);
        },
      ),
      { numRuns: 25, seed: 6 },
    );
  });

  it('after a whole sequence every piece stands where the one a sequence ahead stood', () => {
    const fit = fitRow(ROUTE, endToEnd([50, 22], 3));
    const [before, after] = [newRowFrame(fit.row), newRowFrame(fit.row)];
    rowFrame(fit.row, 0, before);
    rowFrame(fit.row, 2, after);
    // Two pieces of two places each.
    for (let i = 0; i + 4 < before.arc.length; i++) {
      expect(after.pins[2 * i]).toBeCloseTo(before.pins[2 * i + 8], 9);
      expect(after.pins[2 * i + 1]).toBeCloseTo(before.pins[2 * i + 9], 9);
    }
    rowFrame(fit.row, fit.count, after);
    after.pins.forEach((value, i) => expect(value).toBeCloseTo(before.pins[i], 9));
  });

  it('between the stored positions pieces keep their length closely', () => {
    const fit = fitRow(ROUTE, endToEnd([50, 22], 3));
    const frame = newRowFrame(fit.row);
    for (const travel of [0.013, 0.77, 1.49]) {
      rowFrame(fit.row, travel, frame);
      for (let k = 0; k < frame.links; k++) {
        const a = 4 * k;
        const size = Math.hypot(frame.pins[a + 2] - frame.pins[a], frame.pins[a + 3] - frame.pins[a + 1]);
        // Each position has its own factor, off from the mean one by the ripple at the most.
        expect(Math.abs(size / ([50, 22][k % 2] * fit.apart!.factor) - 1)).toBeLessThan(
          1e-4 + fit.ripplePpm * 1e-6,
        );
      }
    }
  });

  it('an open row comes in and leaves in the order of its lengths', () => {
    const fit = fitRow(line(500), endToEnd([40, 25, 10], 5, { pieces: 'bending', hold: 'both' }));
    const frame = newRowFrame(fit.row);
    for (const travel of [-4, 0, 1.5, 7]) {
      rowFrame(fit.row, travel, frame);
      for (let k = 0; k < frame.links; k++) {
        const number = (((k + frame.firstLink) % 3) + 3) % 3;
        expect(frame.arc[2 * k + 1] - frame.arc[2 * k]).toBeCloseTo([40, 25, 10][number], 9);
      }
      expect(Array.from({ length: frame.links }, (_, k) => k).some((k) => isOnPath(fit.row, frame, k))).toBe(
        true,
      );
    }
  });

  it.each(['start', 'both'] as const)('what is left over goes to the %s', (rest) => {
    const fit = fitRow(
      line(1000),
      endToEnd([70, 30], 4, { hold: 'both', rounding: 'down', lay: { ...PLAIN_LAY, rest } }),
    );
    const left = 1000 - (fit.count / 2) * 100 - 4 * (fit.count - 1);
    expect(fit.count % 2).toBe(0);
    expect(fit.gap).toBeCloseTo(left, 8);
    expect(fit.gapBefore).toBeCloseTo(rest === 'start' ? left : left / 2, 8);
  });

  it('the path can give way instead, gaps and lengths keeping their size', () => {
    for (const pieces of ['stiff', 'bending'] as const) {
      const fit = fitRow(ROUTE, endToEnd([50, 22], 3, { hold: 'pitch', pieces }));
      expect(fit.apart!.factor).toBeCloseTo(1, 9);
      expect(fit.closes).toBe(true);
      if (pieces === 'bending') expect(fit.layout.path.length).toBeCloseTo(fit.count * 39, 8);
    }
  });

  it('says what cannot be laid', () => {
    expect(() => fitRow(circle(100), endToEnd([30, 20, 10], 0, { count: 10 }))).toThrow(/multiple of 3/);
    expect(() => fitRow(line(100), endToEnd([30, 20, -10], 0))).toThrow(/above zero/);
    expect(() => fitRow(line(100), endToEnd([30], -1, { pitch: 29 }))).toThrow(/zero or more/);
    expect(() => fitRow(line(1e4), endToEnd(new Array(201).fill(30), 0))).toThrow(/1 to 200/);
  });
});

describe('what is left over, spread between the pieces', () => {
  const spread = { hold: 'both', lay: { ...PLAIN_LAY, rest: 'spread' } } as const;

  it('tubes of 100 on 1027 mm stand 3 apart (common practice, no source: every 103)', () => {
    const fit = fitRow(line(1027), { ...DEFAULT_REQUEST, pitch: 100, ...spread });
    expect(fit.count).toBe(10);
    expect(fit.apart!.gap).toBeCloseTo(3, 9);
    expect(fit.effectivePitch).toBeCloseTo(103, 9);
    const { pieces } = measured(fit, 0);
    pieces.forEach((length) => expect(length).toBeCloseTo(100, 9));
  });

  it('round a circle the angles of pieces and gaps make one turn', () => {
    const r = 90;
    const fit = fitRow(circle(r), { ...DEFAULT_REQUEST, pitch: 37, ...spread });
    expect(fit.count * 2 * (Math.asin(37 / 2 / r) + Math.asin(fit.apart!.gap / 2 / r))).toBeCloseTo(
      2 * Math.PI,
      9,
    );
  });

  it('carried pieces stand further apart', () => {
    const fit = fitRow(line(100), { ...DEFAULT_REQUEST, pitch: 30, pieces: 'bending', ...spread, count: 3 });
    expect(fit.effectivePitch).toBeCloseTo(100 / 3, 9);
    const points = fitRow(line(100), {
      ...DEFAULT_REQUEST,
      pitch: 30,
      pieces: 'bending',
      hold: 'both',
      lay: { ...PLAIN_LAY, rest: 'spread', ends: 'points' },
      count: 4,
    });
    expect(points.effectivePitch).toBeCloseTo(100 / 3, 9);
  });

  it('says when there is nothing to spread', () => {
    expect(() => fitRow(line(100), { ...DEFAULT_REQUEST, pitch: 30, ...spread, count: 4 })).toThrow(
      /no room to spread/,
    );
  });
});

describe('pieces of different lengths, drawn by weight', () => {
  const order = (seed: number, apart = false): PieceOrder => ({
    by: 'weight',
    seed,
    apart,
    weights: [3, 2, 1],
  });
  const drawn = (seed: number, more: Partial<FitRequest> = {}, gap = 4): FitRequest => {
    const laid = { lengths: [40, 25, 10], gap, order: order(seed) };
    return { ...DEFAULT_REQUEST, pitch: expectedLength(laid) + gap, endToEnd: laid, ...more };
  };
  /** The lengths that the set-out draws. */
  const expected = (fit: FitOutcome, closed: boolean): number[] =>
    [...orderSteps(fit.request.endToEnd!.order!, 3, fit.count, closed)].map((k) => [40, 25, 10][k]);

  it('a piece is as long in the mean as its weight says', () => {
    expect(expectedLength({ lengths: [40, 25, 10], order: order(1) })).toBeCloseTo((120 + 50 + 10) / 6, 12);
    expect(expectedLength({ lengths: [40, 25, 10] })).toBe(25);
  });

  it('on a line they are laid one by one as they are drawn; what is left counts as a part of the next', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const fit = fitRow(line(1000), drawn(seed, { hold: 'both', rounding: 'down', pieces: 'bending' }));
      const sizes = [...orderSteps(order(seed), 3, 60, false)].map((k) => [40, 25, 10][k]);
      let end = -4;
      let count = 0;
      while (end + 4 + sizes[count] <= 1000) end += 4 + sizes[count++];
      expect(fit.count).toBe(count);
      expect(fit.gap).toBeCloseTo(1000 - end, 9);
      expect(fit.ideal).toBeCloseTo(count + (1000 - end) / (4 + sizes[count]), 9);
    }
  });

  it('round a circle stiff ones span the angles of their chords', () => {
    const r = 140;
    const fit = fitRow(circle(r), drawn(7));
    const { factor, lengths } = fit.apart!;
    expect(lengths).toEqual(expected(fit, true));
    // Closed form: a chord c of a circle spans 2 asin(c / 2r).
    const angle = (c: number): number => 2 * Math.asin(c / (2 * r));
    const all = lengths.reduce((sum, length) => sum + angle(length * factor) + angle(4), 0);
    expect(all).toBeCloseTo(2 * Math.PI, 9);
    expect(Math.abs(factor - 1)).toBeLessThan(0.1);
  });

  it('on any loop every piece is as long as the one drawn for its place, at every position (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 0xffffffff }),
        fc.constantFrom('stiff' as const, 'bending' as const),
        fc.constantFrom('path' as const, 'pitch' as const),
        fc.double({ min: 0, max: 60, noNaN: true }),
        (seed, pieces, hold, travel) => {
          const fit = fitRow(ROUTE, drawn(seed, { pieces, hold }));
          const sizes = expected(fit, true);
          expect(fit.apart!.lengths).toEqual(sizes);
          expect(fit.closes).toBe(true);
          expect(Math.abs(fit.count - fit.ideal)).toBeLessThanOrEqual(0.5 + 1e-9);
          if (pieces === 'bending') return;
          // The place that a piece has moved on to has its length: whole pieces have gone by.
          const { pieces: straight, gaps } = measured(fit, travel);
          const factors = straight.map((size, i) => size / sizes[i]);
          const mean = factors.reduce((sum, f) => sum + f, 0) / factors.length;
          factors.forEach((f) => expect(Math.abs(f / mean - 1)).toBeLessThan(1e-8));
          gaps.forEach((g) => expect(Math.abs(g - 4)).toBeLessThan(1e-7));
        },
      ),
      { numRuns: 12, seed: 3 },
    );
  });

  it('one seed draws one row; a row whose equal pieces stay apart is laid so', () => {
    const once = fitRow(ROUTE, drawn(11));
    expect(fitRow(ROUTE, drawn(11)).apart).toEqual(once.apart);
    expect(fitRow(ROUTE, drawn(12)).apart!.lengths).not.toEqual(once.apart!.lengths);
    const laid = { lengths: [40, 25, 10], gap: 0, order: order(5, true) };
    const { lengths } = fitRow(ROUTE, { ...drawn(5), endToEnd: laid }).apart!;
    lengths.forEach((length, i) => expect(length).not.toBe(lengths[(i + 1) % lengths.length]));
  });

  it('two that never meet their like go round a loop by an even number', () => {
    const laid = {
      lengths: [40, 25],
      gap: 0,
      order: { by: 'weight' as const, seed: 3, apart: true, weights: [1, 1] },
    };
    for (const r of [100, 110, 120, 130]) {
      const fit = fitRow(circle(r), { ...DEFAULT_REQUEST, pitch: 32.5, multiple: 2, endToEnd: laid });
      expect(fit.closes).toBe(true);
      expect(fit.count % 2).toBe(0);
    }
  });

  it('nothing is left to spread where they fill the path as they are', () => {
    const fit = fitRow(line(500), endToEnd([50], 0, { hold: 'both', lay: { ...PLAIN_LAY, rest: 'spread' } }));
    expect([fit.count, fit.closes, fit.apart!.gap]).toEqual([10, true, 0]);
  });

  it('what was left over is spread, and weights that cannot be drawn by are refused in words', () => {
    const spread = fitRow(line(503), drawn(2, { hold: 'both', lay: { ...PLAIN_LAY, rest: 'spread' } }, 0));
    const { gap, lengths } = spread.apart!;
    const sum = lengths.reduce((a, b) => a + b, 0);
    expect(sum + gap * (spread.count - 1)).toBeCloseTo(503, 9);
    const wrong = { lengths: [40, 25, 10], gap: 0, order: { ...order(1), weights: [1, 2] } as PieceOrder };
    expect(() => fitRow(line(500), { ...drawn(1), endToEnd: wrong })).toThrow(/2 weights for 3 pieces/);
  });
});
