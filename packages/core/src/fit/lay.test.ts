import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { isOnPath, newRowFrame, rowFrame } from '../motion';
import { measurePath, parsePathData, pathReader, newReading } from '../path';
import { restingMiddles } from '../set-out';
import { fitRow } from './fit';
import { windowOf, PLAIN_LAY, type RowLay } from './lay';
import type { FitOutcome } from './outcome';
import { placePins } from './place';
import { DEFAULT_REQUEST, type FitRequest } from './request';
import type { FitSource, WheelSpec } from './source';

const onPath = (data: string): FitSource => ({ kind: 'contour', contour: parsePathData(data)[0] });
const LINE = onPath('M0 0H100');
const CIRCLE = onPath('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z');
const WAVE = onPath('M0 0C60 80 120 -80 200 0S 340 80 400 0');
const lay = (change: Partial<RowLay>): RowLay => ({ ...PLAIN_LAY, ...change });
const fit = (source: FitSource, pitch: number, change: Partial<FitRequest> = {}): FitOutcome =>
  fitRow(source, { ...DEFAULT_REQUEST, pitch, ...change });
const code = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof RelayError) return error.code;
    throw error;
  }
  return 'none';
};
/** Arc lengths of the pins that belong to the row, at rest. */
const restingPins = ({ row }: FitOutcome): number[] => {
  const frame = newRowFrame(row);
  rowFrame(row, 0, frame);
  return Array.from({ length: row.links + 1 }, (_, i) => frame.arc[i - frame.firstLink]);
};

describe('posts and fences, by hand', () => {
  // A fence of 100 m with posts 10 m apart has ten bays and eleven posts: common arithmetic.
  it('ten spacings on 100 mm: ten pieces between pins, eleven on points', () => {
    expect(fit(LINE, 10).count).toBe(10);
    const points = fit(LINE, 10, { pieces: 'bending', lay: lay({ ends: 'points' }) });
    expect(points.count).toBe(11);
    expect(points.effectivePitch).toBeCloseTo(10, 12);
    expect([...restingMiddles(points.row)].map((s) => Math.round(s * 1e9) / 1e9)).toEqual(
      Array.from({ length: 11 }, (_, i) => 10 * i),
    );
  });

  it('a stiff row of eleven points has ten chords', () => {
    const points = fit(LINE, 10, { lay: lay({ ends: 'points' }) });
    expect([points.count, points.row.links]).toEqual([11, 10]);
    expect(restingPins(points).map((s) => Math.round(s * 1e9) / 1e9)).toEqual(
      Array.from({ length: 11 }, (_, i) => 10 * i),
    );
  });

  it('0.6 by 0.1 is six, though the division says 5.999…', () => {
    const short = onPath('M0 0H0.6');
    for (const pieces of ['stiff', 'bending'] as const) {
      expect(fit(short, 0.1, { pieces, rounding: 'down', hold: 'both' }).count).toBe(6);
      expect(
        fit(short, 0.1, { pieces, rounding: 'down', hold: 'both', lay: lay({ ends: 'points' }) }).count,
      ).toBe(7);
    }
  });

  it('n points round a closed path have n spaces', () => {
    const points = fit(CIRCLE, 10, { pieces: 'bending', lay: lay({ ends: 'points' }) });
    expect(points.count).toBe(31);
    expect(points.effectivePitch).toBeCloseTo((100 * Math.PI) / 31, 9);
  });

  it('half a spacing in: n pieces between pins have their middles there', () => {
    const row = fit(LINE, 10, { pieces: 'bending', count: 8 });
    const middles = restingMiddles(row.row);
    expect(middles[0]).toBeCloseTo(100 / 16, 12);
    expect(100 - middles[7]).toBeCloseTo(100 / 16, 12);
  });
});

describe('insets and stretches', () => {
  it('what is left free is left free: 100 less 7 and 13 are eight of 10', () => {
    const row = fit(LINE, 10, { lay: lay({ inset: [7, 13] }) });
    expect(row.count).toBe(8);
    expect(row.window).toEqual({ from: 7, to: 87, ring: false });
    const pins = restingPins(row);
    expect(pins[0]).toBeCloseTo(7, 9);
    expect(pins[8]).toBeCloseTo(87, 9);
  });

  it('a quarter of a circle takes chords of 2 R sin(α / 2)', () => {
    const quarter = (Math.PI / 2) * 50;
    const row = fit(CIRCLE, 10, { lay: lay({ stretch: { by: 'length', from: quarter, to: 2 * quarter } }) });
    expect(row.count).toBe(8);
    expect(row.effectivePitch).toBeCloseTo(2 * 50 * Math.sin(Math.PI / 4 / 8), 9);
    expect(row.closes).toBe(true);
    const frame = newRowFrame(row.row);
    rowFrame(row.row, 0, frame);
    const first = -frame.firstLink;
    expect(frame.pins[2 * first]).toBeCloseTo(0, 9);
    expect(frame.pins[2 * first + 1]).toBeCloseTo(50, 9);
  });

  it('a stretch of a closed path may run past its start', () => {
    const length = 100 * Math.PI;
    const row = fit(CIRCLE, 10, {
      pieces: 'bending',
      lay: lay({ stretch: { by: 'length', from: length - 30, to: 20 } }),
    });
    expect(row.count).toBe(5);
    expect(row.window.from).toBeCloseTo(length - 30, 9);
    expect(row.window.to).toBeCloseTo(length + 20, 9);
  });

  it('a stretch from a place to itself is the whole lap, with ends', () => {
    const row = fit(CIRCLE, 10, {
      pieces: 'bending',
      lay: lay({ stretch: { by: 'length', from: 30, to: 30 } }),
    });
    expect(row.window.ring).toBe(false);
    expect(row.window.to - row.window.from).toBeCloseTo(100 * Math.PI, 9);
    expect(row.row.links).toBe(31);
  });

  it('corners outside of the stretch stop nothing', () => {
    const bar = onPath('M0 0H100V-2H0Z');
    expect(fit(bar, 10).obstacles.length).toBeGreaterThan(0);
    const row = fit(bar, 10, { lay: lay({ stretch: { by: 'length', from: 0, to: 95 } }) });
    expect(row.obstacles).toEqual([]);
    expect(row.closes).toBe(true);
  });

  it('when the path gives way its insets do not grow with it', () => {
    const row = fit(LINE, 10, { hold: 'pitch', count: 9, lay: lay({ inset: [10, 20] }) });
    // 9 × 10 + 30 of insets: 120 mm.
    expect(row.layout.path.length).toBeCloseTo(120, 6);
    expect(row.window.from).toBeCloseTo(10, 9);
    expect(row.effectivePitch).toBeCloseTo(10, 9);
  });

  it.each([
    ['too long', lay({ inset: [60, 40] }), 'inset-too-long'],
    ['below zero', lay({ inset: [-1, 0] }), 'inset-too-long'],
    ['not a number', lay({ inset: [NaN, 0] }), 'inset-too-long'],
    ['past the end', lay({ stretch: { by: 'length', from: 20, to: 120 } }), 'stretch-invalid'],
    ['backwards on an open path', lay({ stretch: { by: 'length', from: 80, to: 20 } }), 'stretch-invalid'],
  ])('%s is refused', (_, wrong, expected) => {
    expect(code(() => fit(LINE, 10, { lay: wrong }))).toBe(expected);
  });

  it('one point has no spacing that could give way', () => {
    expect(code(() => fit(LINE, 10, { pieces: 'bending', count: 1, lay: lay({ ends: 'points' }) }))).toBe(
      'too-few-links',
    );
    const held = fit(LINE, 10, { pieces: 'bending', hold: 'both', count: 1, lay: lay({ ends: 'points' }) });
    expect(restingMiddles(held.row)[0]).toBeCloseTo(0, 12);
  });

  it('is the row on a path cut to the same stretch (property)', () => {
    const whole = measurePath(parsePathData('M0 0C60 80 120 -80 200 0S 340 80 400 0')[0]);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.4, noNaN: true }),
        fc.double({ min: 0.6, max: 1, noNaN: true }),
        fc.integer({ min: 2, max: 30 }),
        (a, b, count) => {
          const stretch = { by: 'part', from: a, to: b } as const;
          const row = fit(WAVE, 1, { count, lay: lay({ stretch }) });
          // An oracle of its own: a chain of equal chords from one end meets the other.
          const read = pathReader(whole);
          const at = newReading();
          let [x, y] = [NaN, NaN];
          for (const s of restingPins(row)) {
            read(s, at);
            if (!Number.isNaN(x))
              expect(Math.hypot(at[0] - x, at[1] - y)).toBeCloseTo(row.effectivePitch!, 7);
            [x, y] = [at[0], at[1]];
          }
          const pins = restingPins(row);
          expect(pins[0]).toBeCloseTo(a * whole.length, 8);
          expect(pins[count]).toBeCloseTo(b * whole.length, 7);
        },
      ),
      { numRuns: 60, seed: 5 },
    );
  });
});

describe('a wheel that moves, with a row that has ends', () => {
  it('the row still reaches from inset to inset, at its own pitch', () => {
    const wheel = (id: string, x: number): WheelSpec => ({
      id,
      x,
      y: 0,
      turn: 'ccw',
      size: { by: 'radius', radius: 50 },
    });
    const source: FitSource = { kind: 'route', closed: true, wheels: [wheel('a', 0), wheel('b', 300)] };
    const row = fit(source, 12.7, {
      hold: 'wheel',
      count: 68,
      tension: { wheel: 'b', dx: 1, dy: 0, min: -40, max: 40 },
      lay: lay({ inset: [30, 20] }),
    });
    expect(row.effectivePitch).toBeCloseTo(12.7, 9);
    // Two straights and two half circles, by hand; the wheel has moved along the straights.
    expect(row.layout.path.length).toBeCloseTo(2 * (300 + row.takeUp!) + 100 * Math.PI, 9);
    const pins = restingPins(row);
    expect(pins[0]).toBeCloseTo(30, 8);
    expect(pins[68]).toBeCloseTo(row.layout.path.length - 20, 6);
  });
});

describe('what is left over', () => {
  const held = (change: Partial<RowLay>, more: Partial<FitRequest> = {}): FitOutcome =>
    fit(LINE, 12, { hold: 'both', rounding: 'down', ...more, lay: lay(change) });

  // 100 mm take eight of 12 mm, and 4 mm are left: by hand.
  it.each([
    ['end', 0, 96],
    ['start', 4, 100],
    ['both', 2, 98],
  ] as const)('goes to the %s', (rest, from, to) => {
    for (const pieces of ['stiff', 'bending'] as const) {
      const row = held({ rest }, { pieces });
      const pins = restingPins(row);
      expect([row.count, pins.length]).toEqual([8, 9]);
      expect(pins[0]).toBeCloseTo(from, 8);
      expect(pins[8]).toBeCloseTo(to, 8);
      expect(row.gap).toBeCloseTo(4, 8);
      expect(row.gapBefore).toBeCloseTo(from, 8);
    }
  });

  it.each([
    ['end', 0, 120],
    ['start', -20, 100],
    ['both', -10, 110],
  ] as const)('a count that is too long hangs over, laid from the other side: %s', (rest, from, to) => {
    const row = held({ rest, beyond: 'straight' }, { count: 10 });
    const pins = restingPins(row);
    expect(pins[0]).toBeCloseTo(from, 8);
    expect(pins[10]).toBeCloseTo(to, 8);
    expect(row.gap).toBeCloseTo(-20, 8);
    expect([row.row.from, row.row.to]).toEqual([expect.closeTo(from, 8), expect.closeTo(to, 8)]);
    const stopped = held({ rest, beyond: 'stop' }, { count: 10 });
    expect([stopped.row.from, stopped.row.to]).toEqual([
      expect.closeTo(Math.max(0, from), 8),
      expect.closeTo(Math.min(100, to), 8),
    ]);
  });

  it('centred on a bend: the same is left at both ends, along the path', () => {
    const row = fit(WAVE, 23, { hold: 'both', rounding: 'down', lay: lay({ rest: 'both' }) });
    const pins = restingPins(row);
    expect(row.gap).toBeGreaterThan(1);
    expect(pins[0]).toBeCloseTo(row.gap / 2, 7);
    expect(row.length - pins[row.count]).toBeCloseTo(row.gap / 2, 7);
  });

  it('both ways from a place: a pin stands on it, whole pieces to both sides', () => {
    // 37 mm before take three of 12, 63 behind take five: by hand.
    const row = held({ middle: 37 });
    expect(row.count).toBe(8);
    const pins = restingPins(row);
    expect(pins[3]).toBeCloseTo(37, 9);
    expect(pins[0]).toBeCloseTo(1, 9);
    expect(pins[8]).toBeCloseTo(97, 9);
    const points = held({ middle: 37, ends: 'points' }, { pieces: 'bending' });
    expect(points.count).toBe(9);
    expect(restingMiddles(points.row)[3]).toBeCloseTo(37, 9);
  });

  it('both ways round a closed path: the gap is opposite', () => {
    const row = fit(CIRCLE, 12, {
      hold: 'both',
      rounding: 'down',
      pieces: 'bending',
      lay: lay({ middle: 40 }),
    });
    const length = 100 * Math.PI;
    expect(row.count).toBe(26);
    const middles = restingMiddles(row.row);
    expect(middles[12] + 6).toBeCloseTo(40, 9);
    expect(row.gap).toBeCloseTo(length - 26 * 12, 9);
  });

  it('a place outside of the stretch is refused', () => {
    expect(code(() => held({ middle: 50, stretch: { by: 'length', from: 60, to: 90 } }))).toBe(
      'stretch-invalid',
    );
  });

  it('over many rows: what is before, behind, and used is all there is (property)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 40, noNaN: true }),
        fc.constantFrom<RowLay['rest']>('end', 'start', 'both'),
        fc.constantFrom<FitRequest['pieces']>('stiff', 'bending'),
        fc.tuple(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: 0, max: 60, noNaN: true })),
        (pitch, rest, pieces, inset) => {
          const row = fit(WAVE, pitch, { hold: 'both', rounding: 'down', pieces, lay: lay({ rest, inset }) });
          const pins = restingPins(row);
          const used = pins[row.count] - pins[0];
          expect(row.gap).toBeGreaterThan(-1e-6);
          expect(used + row.gap + inset[0] + inset[1]).toBeCloseTo(row.length, 6);
          expect(pins[0]).toBeCloseTo(inset[0] + row.gapBefore, 6);
          // No further piece would have gone in.
          expect(row.ideal - row.count).toBeLessThan(1);
        },
      ),
      { numRuns: 80, seed: 11 },
    );
  });
});

describe('what of a row with ends is seen', () => {
  const seen = (outcome: FitOutcome, travel: number): number[] => {
    const frame = newRowFrame(outcome.row);
    rowFrame(outcome.row, travel, frame);
    return Array.from({ length: frame.links }, (_, k) => k)
      .filter((k) => isOnPath(outcome.row, frame, k))
      .map((k) => k + frame.firstLink);
  };

  it('at rest its own pieces and no others, however much is left over at its ends', () => {
    for (const rest of ['end', 'start', 'both'] as const)
      for (const ends of ['pins', 'points'] as const) {
        const row = fit(LINE, 12, {
          hold: 'both',
          rounding: 'down',
          pieces: 'bending',
          lay: lay({ rest, ends, inset: [3, 2] }),
        });
        expect(seen(row, 0)).toEqual(Array.from({ length: row.row.links }, (_, i) => i));
        expect(seen(row, 0.5)).toEqual(Array.from({ length: row.row.links + 1 }, (_, i) => i - 1));
      }
  });

  it('past the end of an open path: not laid, or run on straight', () => {
    const laid = (beyond: RowLay['beyond']): number =>
      seen(fit(LINE, 12, { hold: 'both', count: 12, lay: lay({ beyond }) }), 0).length;
    // 100 mm: eight whole ones of 12 mm and one that stands across the end.
    expect([laid('stop'), laid('straight')]).toEqual([9, 12]);
  });
});

describe('pins solved exactly', () => {
  it('start where the row lies, and go on with it', () => {
    const row = fit(LINE, 10, { lay: lay({ inset: [7, 13] }) });
    const still = placePins(row, 0);
    expect(still.length).toBe(18);
    expect(still[0]).toBeCloseTo(7, 9);
    expect(still[16]).toBeCloseTo(87, 9);
    expect(placePins(row, 0.5)[0]).toBeCloseTo(12, 9);
  });

  it('are the points themselves where pieces stand on points', () => {
    for (const pieces of ['stiff', 'bending'] as const) {
      const pins = placePins(fit(LINE, 10, { pieces, lay: lay({ ends: 'points', inset: [20, 0] }) }), 0);
      const xs = Array.from({ length: pins.length / 2 }, (_, i) => Math.round(pins[2 * i] * 1e9) / 1e9);
      expect(xs).toEqual([20, 30, 40, 50, 60, 70, 80, 90, 100]);
    }
  });

  it('the window of a path that was scaled keeps its places, not its insets', () => {
    const path = measurePath(parsePathData('M0 0H200')[0]);
    expect(windowOf(path, lay({ stretch: { by: 'length', from: 10, to: 90 }, inset: [5, 0] }), 2)).toEqual({
      from: 25,
      to: 180,
      ring: false,
    });
  });
});
