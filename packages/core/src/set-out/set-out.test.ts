import { DEFAULT_REQUEST } from '../fit';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitRow } from '../fit';
import { measurePath, parsePathData } from '../path';
import {
  areaOf,
  BY,
  chance,
  isInside,
  mix32,
  nearestPlace,
  orderSteps,
  reachTo,
  resolvePlaces,
  restingMiddles,
  rolePlaces,
  WIRE_SHAPES,
  type PieceOrder,
  type RestingRow,
  type Role,
  type SetOutPlan,
} from './index';

const plainTouch = { turn: 0, along: 0, out: 0 };
const row = (count: number, closed = true, more: Partial<RestingRow> = {}): RestingRow => ({
  count,
  closed,
  length: count * 10,
  middles: Float64Array.from({ length: count }, (_, i) => i * 10 + 5),
  corners: [],
  points: [],
  ...more,
});
const plan = (more: Partial<SetOutPlan> = {}): SetOutPlan => ({
  order: { by: 'turn' },
  steps: [{ piece: 0, finish: -1, ...plainTouch }],
  alternate: 0,
  rules: [],
  byHand: [],
  spreads: [null, null, null],
  handed: [],
  finishes: null,
  ...more,
});
const rule = (on: Role, piece: number, more: object = {}): SetOutPlan['rules'][number] => ({
  on,
  piece,
  finish: -1,
  snap: false,
  ...plainTouch,
  ...more,
});
const places = (role: Role, of: RestingRow): number[] => rolePlaces(role, of).map(({ place }) => place);

describe('chance', () => {
  // The hash of no bytes by MurmurHash3_x86_32 is its finaliser alone: published test vectors for seeds 1 and 2³² − 1.
  it('mixes as published', () => {
    expect(mix32(1)).toBe(0x514e28b7);
    expect(mix32(0xffffffff)).toBe(0x81f16f39);
    expect(mix32(0)).toBe(0);
  });

  it('is the same for ever: these values are written down', () => {
    expect([0, 1, 2].map((i) => chance(7, i, 1) * 2 ** 32)).toEqual([1809768042, 1463221459, 2177314922]);
    expect(chance(7, 0, 1)).not.toBe(chance(8, 0, 1));
    expect(chance(7, 0, 1)).not.toBe(chance(7, 0, 2));
  });

  it('is spread evenly: χ² of 20 boxes below its 99.9 % point for any seed tried (43.8, from tables)', () => {
    for (const seed of [0, 1, 2, 99, 0xffffffff]) {
      const boxes = new Array<number>(20).fill(0);
      for (let i = 0; i < 20_000; i++) boxes[Math.floor(chance(seed, i, 3) * 20)]++;
      const chi = boxes.reduce((sum, n) => sum + (n - 1000) ** 2 / 1000, 0);
      expect(chi).toBeLessThan(43.8);
    }
  });

  it('neighbours, streams and seeds do not hang together', () => {
    const n = 20_000;
    const correlation = (f: (i: number) => [number, number]): number => {
      let sum = 0;
      for (let i = 0; i < n; i++) {
        const [a, b] = f(i);
        sum += (a - 0.5) * (b - 0.5);
      }
      return (sum / n) * 12;
    };
    // Of n independent pairs it is within 4/√n.
    const most = 4 / Math.sqrt(n);
    expect(Math.abs(correlation((i) => [chance(5, i, 1), chance(5, i + 1, 1)]))).toBeLessThan(most);
    expect(Math.abs(correlation((i) => [chance(5, i, 1), chance(5, i, 2)]))).toBeLessThan(most);
    expect(Math.abs(correlation((i) => [chance(i, 3, 1), chance(i + 1, 3, 1)]))).toBeLessThan(most);
  });
});

describe('the order of a sequence', () => {
  const weight = (weights: number[], more: object = {}): PieceOrder => ({
    by: 'weight',
    seed: 4,
    apart: false,
    weights,
    ...more,
  });

  it('A A B repeats A A B', () => {
    expect([...orderSteps({ by: 'turn' }, 3, 7, true)]).toEqual([0, 1, 2, 0, 1, 2, 0]);
  });

  it('by weight: as often as the weights say, within four standard deviations', () => {
    const n = 18_000;
    const drawn = orderSteps(weight([1, 2, 3]), 3, n, false);
    [1, 2, 3].forEach((w, k) => {
      const p = w / 6;
      const found = drawn.filter((step) => step === k).length;
      expect(Math.abs(found - n * p)).toBeLessThan(4 * Math.sqrt(n * p * (1 - p)));
    });
  });

  it('never two alike in a row, round the closing place too; longer rows begin alike (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 200 }),
        fc.integer({ min: 0, max: 0xffffffff }),
        fc.boolean(),
        (count, seed, closed) => {
          const order = weight([3, 1, 2], { seed, apart: true });
          const drawn = orderSteps(order, 3, count, closed);
          for (let i = 1; i < count; i++) expect(drawn[i]).not.toBe(drawn[i - 1]);
          if (closed) expect(drawn[count - 1]).not.toBe(drawn[0]);
          const longer = orderSteps(order, 3, count + 5, closed);
          expect([...longer.subarray(0, count - 1)]).toEqual([...drawn.subarray(0, count - 1)]);
        },
      ),
      { numRuns: 200, seed: 11 },
    );
  });

  it('a weight of zero is never taken', () => {
    expect(orderSteps(weight([1, 0, 1]), 3, 4000, false)).not.toContain(1);
  });

  it.each([
    ['all zero', weight([0, 0]), 2, 10, /All weights are zero/],
    ['too few', weight([1]), 2, 10, /1 weights for 2 pieces/],
    ['negative', weight([1, -1]), 2, 10, /from 0 to 1 000 000/],
    ['not a number', weight([1, NaN]), 2, 10, /from 0 to 1 000 000/],
    [
      'one to be kept apart',
      weight([1, 0], { apart: true }),
      2,
      10,
      /takes 2 pieces with a weight; there is 1/,
    ],
    [
      'two round an odd loop',
      weight([1, 1], { apart: true }),
      2,
      9,
      /takes 3 pieces with a weight; there are 2/,
    ],
  ])('refuses weights: %s', (_, order, steps, count, message) => {
    expect(() => orderSteps(order, steps, count, true)).toThrow(message);
  });
});

describe('roles', () => {
  it('first, last, every k-th from a start and from the end, one that is counted', () => {
    const ten = row(10);
    expect(places({ role: 'first' }, ten)).toEqual([0]);
    expect(places({ role: 'last' }, ten)).toEqual([9]);
    expect(places({ role: 'every', every: 3, start: 1, from: 'start' }, ten)).toEqual([1, 4, 7]);
    expect(places({ role: 'every', every: 3, start: 1, from: 'end' }, ten)).toEqual([2, 5, 8]);
    expect(places({ role: 'nth', at: 2, from: 'end' }, ten)).toEqual([7]);
    expect(places({ role: 'nth', at: 10, from: 'start' }, ten)).toEqual([]);
    expect(places({ role: 'first' }, row(0))).toEqual([]);
  });

  it('hold while the row grows: the last one moves along', () => {
    for (const count of [5, 6, 60]) expect(places({ role: 'last' }, row(count))).toEqual([count - 1]);
  });

  it('at corners: the nearest place to each, round the closing place too, each once', () => {
    const square = row(12, true, { corners: [0, 30, 60, 90] });
    // Corners lie between two places; the one before or after is as near.
    expect(places({ role: 'corners' }, square)).toHaveLength(4);
    const crowded = row(4, true, { corners: [4, 5, 6] });
    expect(places({ role: 'corners' }, crowded)).toEqual([0]);
    expect(places({ role: 'corners' }, row(5))).toEqual([]);
  });

  it('the nearest place is the nearest one of all (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 20, noNaN: true }), { minLength: 1, maxLength: 30 }),
        fc.double({ min: -40, max: 700, noNaN: true }),
        fc.boolean(),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (steps, at, closed, first) => {
          let s = first;
          const middles = Float64Array.from(steps, (step) => (s += step));
          const length = s - first;
          const of = row(steps.length, closed, { middles, length });
          const off = (m: number): number =>
            closed ? Math.abs(m - at - length * Math.round((m - at) / length)) : Math.abs(m - at);
          const found = nearestPlace(at, of)!;
          expect(off(middles[found])).toBeCloseTo(Math.min(...[...middles].map(off)), 9);
        },
      ),
      { numRuns: 300, seed: 3 },
    );
  });
});

describe('what stands where', () => {
  it('where two rules meet the later one has its way; both say what they match and take', () => {
    const table = resolvePlaces(
      plan({
        rules: [
          rule({ role: 'every', every: 2, start: 0, from: 'start' }, 1, { turn: 0.5 }),
          rule({ role: 'every', every: 3, start: 0, from: 'start' }, 2),
        ],
      }),
      row(12),
    );
    expect([...table.piece]).toEqual([2, 0, 1, 2, 1, 0, 2, 0, 1, 2, 1, 0]);
    expect([...table.matched]).toEqual([6, 4]);
    expect([...table.taken]).toEqual([4, 4]);
    expect(table.turn[0]).toBe(0);
    expect(table.turn[2]).toBe(0.5);
    expect([...table.plain]).toEqual(new Array(12).fill(0));
  });

  it('points that share a place are told apart from places that are matched', () => {
    const rules = (['points', 'corners', 'first'] as const).map((role) => rule({ role }, 1));
    const table = resolvePlaces(plan({ rules }), row(12, false, { points: [5, 6, 7, 52, 53] }));
    expect([...table.matched]).toEqual([2, 0, 1]);
    expect([...table.spots]).toEqual([5, 0, 0]);
  });

  it('a rule that names no piece keeps the one that is there, also from an earlier rule', () => {
    const table = resolvePlaces(
      plan({ rules: [rule({ role: 'first' }, 1), rule({ role: 'first' }, -1, { turn: 1, finish: 3 })] }),
      row(3),
    );
    expect([table.piece[0], table.turn[0], table.finish[0]]).toEqual([1, 1, 3]);
  });

  it('every other one is turned, rules or not', () => {
    const table = resolvePlaces(
      plan({ alternate: 0.25, rules: [rule({ role: 'nth', at: 1, from: 'start' }, 1, { turn: 1 })] }),
      row(4),
    );
    expect([...table.turn]).toEqual([0, 1.25, 0, 0.25]);
  });

  it('what is done by hand goes over all, and adds to how the rules move', () => {
    const hand = { leftOut: false, piece: -1, ...plainTouch };
    const table = resolvePlaces(
      plan({
        rules: [rule({ role: 'first' }, 1, { out: 2 })],
        byHand: [
          { ...hand, at: { by: 'index', index: 0 }, out: 3 },
          { ...hand, at: { by: 'index', index: 2 }, leftOut: true },
          { ...hand, at: { by: 'distance', s: 36 }, piece: 2 },
        ],
      }),
      row(5),
    );
    expect([...table.by]).toEqual([BY.hand, BY.sequence, BY.hand, BY.hand, BY.sequence]);
    expect(table.out[0]).toBe(5);
    expect([...table.leftOut]).toEqual([0, 0, 1, 0, 0]);
    expect([...table.piece]).toEqual([1, 0, 0, 2, 0]);
    expect([...table.handPlaces]).toEqual([0, 2, 3]);
  });

  it('bound to a number or to a place on the path: each keeps to its own when the count changes', () => {
    const hand = { leftOut: true, piece: -1, ...plainTouch };
    const of = plan({
      byHand: [
        { ...hand, at: { by: 'index', index: 5 } },
        { ...hand, at: { by: 'distance', s: 55 } },
      ],
    });
    expect([...resolvePlaces(of, row(10)).handPlaces]).toEqual([5, 5]);
    const finer = row(20, true, {
      length: 100,
      middles: Float64Array.from({ length: 20 }, (_, i) => i * 5 + 2.5),
    });
    expect([...resolvePlaces(of, finer).handPlaces]).toEqual([5, 10]);
    // Beyond an open row that got shorter nothing is touched, and nothing is lost.
    expect([...resolvePlaces(of, row(4, false)).handPlaces]).toEqual([-1, -1]);
  });

  it('objects go to the places in order, past those left out', () => {
    const table = resolvePlaces(
      plan({
        handed: [2, 1, 2],
        byHand: [{ at: { by: 'index', index: 1 }, leftOut: true, piece: -1, ...plainTouch }],
      }),
      row(5),
    );
    expect([...table.handed]).toEqual([0, -1, 1, 2, -1]);
    expect([...table.piece]).toEqual([2, 0, 1, 2, 0]);
  });

  it('snapped to a corner a piece is moved onto it exactly, the shorter way round', () => {
    const table = resolvePlaces(
      plan({ rules: [rule({ role: 'corners' }, 1, { snap: true, along: 0.5 })] }),
      row(10, true, { corners: [0, 42] }),
    );
    const moved = [...table.along].flatMap((d, i) => (d === 0 ? [] : [i * 10 + 5 + d - 0.5]));
    expect(moved.map((s) => ((s % 100) + 100) % 100)).toEqual([42, 0]);
  });

  it('variation stays within its limits and is the same for the same seed (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 0xffffffff }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        (seed, part) => {
          const spread = { seed, size: part, thickness: part / 2, turn: part };
          const of = plan({ spreads: [spread] });
          const a = resolvePlaces(of, row(50));
          const b = resolvePlaces(of, row(51));
          for (let i = 0; i < 50; i++) {
            expect(Math.abs(a.size[i] - 1)).toBeLessThanOrEqual(part + 1e-12);
            expect(Math.abs(a.thickness[i] - 1)).toBeLessThanOrEqual(part / 2 + 1e-12);
            expect(Math.abs(a.turn[i])).toBeLessThanOrEqual(part);
            expect(a.wire[i]).toBeLessThan(WIRE_SHAPES);
            expect(b.size[i]).toBe(a.size[i]);
          }
        },
      ),
      { numRuns: 40, seed: 9 },
    );
  });

  it('finishes by seed go where no rule says one', () => {
    const table = resolvePlaces(
      plan({ finishes: { seed: 2, of: [4, 6] }, rules: [rule({ role: 'first' }, -1, { finish: 1 })] }),
      row(200),
    );
    expect(table.finish[0]).toBe(1);
    expect(new Set(table.finish.subarray(1))).toEqual(new Set([4, 6]));
  });
});

describe('middles of a row at rest', () => {
  it('are half way between the pins, in order, for loops, open rows and rows with a gap', () => {
    const stadium = 'M0 -50H200A50 50 0 0 1 200 50H0A50 50 0 0 1 0 -50Z';
    for (const [data, hold] of [
      [stadium, 'path'],
      [stadium, 'both'],
      ['M0 0H333', 'path'],
    ] as const) {
      const fit = fitRow(
        { kind: 'contour', contour: parsePathData(data)[0] },
        { ...DEFAULT_REQUEST, pitch: 12, rounding: 'down', hold },
      );
      const middles = restingMiddles(fit.row);
      expect(middles).toHaveLength(fit.count);
      for (let i = 1; i < middles.length; i++) {
        expect(middles[i] - middles[i - 1]).toBeGreaterThan(11);
        expect(middles[i] - middles[i - 1]).toBeLessThan(13);
      }
    }
  });
});

describe('boundaries', () => {
  const square = areaOf(measurePath(parsePathData('M0 0H100V100H0Z')[0]), 0.01);

  it('a square is its four corners; inside is inside, whichever way it runs', () => {
    expect([...square]).toEqual([0, 0, 100, 0, 100, 100, 0, 100]);
    const other = areaOf(measurePath(parsePathData('M0 0V100H100V0Z')[0]), 0.01);
    for (const area of [square, other]) {
      expect(isInside(area, 50, 50)).toBe(true);
      expect(isInside(area, 101, 50)).toBe(false);
      expect(isInside(area, 50, -1)).toBe(false);
    }
  });

  it('a circle’s chords stray no further than asked', () => {
    const area = areaOf(measurePath(parsePathData('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z')[0]), 0.01);
    for (let i = 0, j = area.length - 2; i < area.length; j = i, i += 2) {
      const middle = Math.hypot((area[i] + area[j]) / 2, (area[i + 1] + area[j + 1]) / 2);
      expect(50 - middle).toBeLessThan(0.0101);
    }
  });

  it('reaches the nearest line ahead, and nothing behind', () => {
    expect(reachTo(square, true, { x: 50, y: 50 }, 0, 1)).toBeCloseTo(50, 12);
    expect(reachTo(square, true, { x: 50, y: 150 }, 0, -1)).toBeCloseTo(50, 12);
    expect(reachTo(square, true, { x: 50, y: 150 }, 0, 1)).toBeNull();
    expect(reachTo(Float64Array.of(0, 80, 100, 120), false, { x: 25, y: 0 }, 0, 1)).toBeCloseTo(90, 12);
    // An open line has no edge from its end to its start.
    expect(reachTo(Float64Array.of(0, 80, 100, 80, 100, 200), false, { x: 50, y: 100 }, 0, 1)).toBeNull();
  });
});
