import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { measurePath, parsePathData } from '../path';
import { fitCandidates } from './candidates';
import { fitRow } from './fit';
import { PLAIN_LAY, windowOf, type RowLay } from './lay';
import type { FitOutcome } from './outcome';
import { placePins } from './place';
import { DEFAULT_REQUEST, type FitRequest } from './request';
import type { FitSource } from './source';
import { countSections, MOST_SECTIONS, sectionsOf, type FittedSection, type Section } from './sections';

const SQUARE = 'M0 0H100V70H0Z';
const path = measurePath(parsePathData(SQUARE)[0]);
const window = windowOf(path, PLAIN_LAY);
const fit = (data: string, pitch: number, change: Partial<FitRequest>): FitOutcome =>
  fitRow(
    { kind: 'contour', contour: parsePathData(data)[0] },
    { ...DEFAULT_REQUEST, pitch, pieces: 'bending', ...change },
  );
const message = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof RelayError) return error.message;
    throw error;
  }
  return 'none';
};
const worst = (counted: readonly FittedSection[], pitch: number): number =>
  Math.max(...counted.map((section) => Math.abs(section.pitch / pitch - 1)));

describe('splitting a path at what must be met', () => {
  it('the corners of a rectangle', () => {
    expect(sectionsOf(path, window, { corners: 0.1, at: [] })).toEqual([
      { from: 0, to: 100 },
      { from: 100, to: 170 },
      { from: 170, to: 270 },
      { from: 270, to: 340 },
    ]);
  });

  it('corners that turn by less are passed over', () => {
    const bent = measurePath(parsePathData('M0 0H100L200 20H300')[0]);
    const open = windowOf(bent, PLAIN_LAY);
    // atan(20 / 100) is 11.3°.
    expect(sectionsOf(bent, open, { corners: (11 * Math.PI) / 180, at: [] })).toHaveLength(3);
    expect(sectionsOf(bent, open, { corners: (12 * Math.PI) / 180, at: [] })).toHaveLength(1);
  });

  it('marked places, in any order, twice, and past the start', () => {
    expect(sectionsOf(path, window, { corners: null, at: [250, 30, 30, 250 + 340] })).toEqual([
      { from: 30, to: 250 },
      { from: 250, to: 370 },
    ]);
    expect(sectionsOf(path, window, { corners: null, at: [55] })).toEqual([{ from: 55, to: 395 }]);
  });

  it('on a part of the path only what lies on it', () => {
    const part = windowOf(path, { ...PLAIN_LAY, stretch: { by: 'length', from: 50, to: 200 } });
    expect(sectionsOf(path, part, { corners: 0.1, at: [] })).toEqual([
      { from: 50, to: expect.closeTo(100, 9) as number },
      { from: expect.closeTo(100, 9) as number, to: expect.closeTo(170, 9) as number },
      { from: expect.closeTo(170, 9) as number, to: expect.closeTo(200, 9) as number },
    ]);
    expect(sectionsOf(path, part, { corners: null, at: [300] })).toEqual([{ from: 50, to: 200 }]);
  });

  it(`at most ${MOST_SECTIONS}`, () => {
    const at = Array.from({ length: MOST_SECTIONS }, (_, i) => i + 0.5);
    expect(sectionsOf(path, window, { corners: null, at })).toHaveLength(MOST_SECTIONS);
    expect(message(() => sectionsOf(path, window, { corners: null, at: [...at, 320.5] }))).toMatch(
      /201 stretches .* more than the 200/,
    );
  });
});

describe('a whole count for each', () => {
  it('by hand: 1.45 pitches are better as two than as one', () => {
    // One is 45 % too long, two are 27.5 % too short.
    const [only] = countSections(path, [{ from: 0, to: 14.5 }], 10, 'bending', 1, null);
    expect([only.count, only.pitch]).toEqual([2, 7.25]);
  });

  it('a total multiple is taken where it costs least', () => {
    // 100, 70, 100, 70 at 10: 34 in all. A multiple of 4 is 32 or 36: 36 as 10.5… by hand:
    // 11 + 7 + 11 + 7 has 100/11 = 9.09 (9.1 % off); 32 as 9 + 7 + 9 + 7 has 11.1 % off;
    // 10 + 8 + 10 + 8 has 12.5 % off.
    const sections = sectionsOf(path, window, { corners: 0.1, at: [] });
    const counted = countSections(path, sections, 10, 'bending', 4, null);
    expect(counted.map(({ count }) => count)).toEqual([11, 7, 11, 7]);
    expect(worst(counted, 10)).toBeCloseTo(1 - 100 / 110, 9);
  });

  it('a total that is given is shared out', () => {
    const sections = sectionsOf(path, window, { corners: 0.1, at: [] });
    expect(countSections(path, sections, 10, 'bending', 1, 68).map(({ count }) => count)).toEqual([
      20, 14, 20, 14,
    ]);
    expect(message(() => countSections(path, sections, 10, 'bending', 1, 3))).toMatch(
      /3 cannot be shared out over 4 stretches/,
    );
  });

  it('is the best there is: against every choice of counts (brute force)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.3, max: 60, noNaN: true }), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 7 }),
        (lengths, multiple) => {
          let from = 0;
          const sections: Section[] = lengths.map((length) => ({ from, to: (from += length) }));
          const pitch = 10;
          const counted = countSections(path, sections, pitch, 'bending', multiple, null);
          const total = counted.reduce((sum, { count }) => sum + count, 0);
          expect(total % multiple).toBe(0);
          let best = Infinity;
          const most = lengths.map((length) => Math.ceil(length / pitch) + multiple + 1);
          const walk = (j: number, sum: number, off: number): void => {
            if (off >= best) return;
            if (j === lengths.length) {
              if (sum % multiple === 0) best = off;
              return;
            }
            for (let n = 1; n <= most[j]; n++)
              walk(j + 1, sum + n, Math.max(off, Math.abs(lengths[j] / n / pitch - 1)));
          };
          walk(0, 0, 0);
          expect(worst(counted, pitch)).toBeCloseTo(best, 9);
        },
      ),
      { numRuns: 300, seed: 3 },
    );
  });

  it('among totals that cost the same the nearest to the ideal, and in every stretch the nearest count', () => {
    // By hand: 36.92 / 4 = 9.23, 14.14, 63.13; 9 is 2.6 % off whatever the others do. 64 would do as
    // well for the last one, which is 1.4 % off then: less, but not the nearest.
    const row = fit('M0 0V-36.92L-40 -76.92H-292.52', 4, {
      pieces: 'stiff',
      meet: { corners: 0.1, at: [] },
    });
    expect(row.sections!.map(({ count }) => count)).toEqual([9, 14, 63]);
    expect([row.count, row.ideal.toFixed(3)]).toEqual([86, '86.485']);
  });

  it('where a stretch is as far off as may be, what rounding makes of it does not count', () => {
    const data =
      'M124.87538958114229 3.6210060142697464L24.666036956614192 124.79979695651122L-106.31987797448518 -49.69123307550625L8.760550207356657 -102.49016650181765Z';
    const pitch = 4.851069425618676;
    const row = fit(data, pitch, { pieces: 'stiff', multiple: 3, meet: { corners: 0.1, at: [] } });
    // Straight sides, so by hand: the best of every choice of counts near the ideal ones.
    const lengths = row.sections!.map(({ from, to }) => to - from);
    const off = (counts: readonly number[]): number =>
      Math.max(...counts.map((n, j) => Math.abs(lengths[j] / n / pitch - 1)));
    let best = Infinity;
    const near = lengths.map((length) => [-2, -1, 0, 1, 2].map((d) => Math.round(length / pitch) + d));
    for (const a of near[0])
      for (const b of near[1])
        for (const c of near[2])
          for (const d of near[3]) if ((a + b + c + d) % 3 === 0) best = Math.min(best, off([a, b, c, d]));
    expect(worst(row.sections!, pitch)).toBeCloseTo(best, 9);
  });

  it('a polygon that is turned, scaled or mirrored is counted out alike (property)', () => {
    const corner = fc.tuple(
      fc.double({ min: 40, max: 140, noNaN: true }),
      fc.double({ min: 0.05, max: 0.95, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.array(corner, { minLength: 3, maxLength: 6 }),
        fc.double({ min: 2, max: 9, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.boolean(),
        (corners, pitch, multiple, turn, scale, mirrored) => {
          const points = corners.map(([r, part], i): [number, number] => {
            const angle = ((i + part) * 2 * Math.PI) / corners.length;
            return [r * Math.cos(angle), r * Math.sin(angle)];
          });
          const counts = (at: readonly [number, number][], p: number): string => {
            const data = `M${at.map((xy) => xy.join(' ')).join('L')}Z`;
            const asked = { pieces: 'stiff', multiple, meet: { corners: 0.01, at: [] } } as const;
            try {
              return String(fit(data, p, asked).sections?.map(({ count }) => count));
            } catch (error) {
              if (error instanceof RelayError) return error.code;
              throw error;
            }
          };
          const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale];
          const copy = points.map(([x, y]): [number, number] => {
            const m = mirrored ? -y : y;
            return [c * x - s * m, s * x + c * m];
          });
          expect(counts(copy, pitch * scale)).toBe(counts(points, pitch));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('200 of them, and a total multiple, exactly', () => {
    const at = Array.from({ length: 200 }, (_, i) => (i * 340) / 200 + 0.6 * Math.sin(i));
    const sections = sectionsOf(path, window, { corners: null, at });
    const counted = countSections(path, sections, 0.37, 'bending', 13, null);
    expect(counted).toHaveLength(200);
    expect(counted.reduce((sum, { count }) => sum + count, 0) % 13).toBe(0);
    const free = countSections(path, sections, 0.37, 'bending', 1, null);
    const best = free.map(({ from, to }) =>
      Math.min(...[1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map((n) => Math.abs((to - from) / n / 0.37 - 1))),
    );
    expect(worst(free, 0.37)).toBeCloseTo(Math.max(...best), 12);
  });
});

describe('a row that meets its corners', () => {
  it('bending: a pin on every corner, each side with its own pitch', () => {
    const row = fit(SQUARE, 12, { meet: { corners: 0.1, at: [] } });
    expect(row.sections!.map(({ count }) => count)).toEqual([8, 6, 8, 6]);
    expect([row.count, row.row.links, row.closes]).toEqual([28, 28, true]);
    expect(row.effectivePitch).toBeCloseTo(340 / 28, 12);
    for (const corner of [0, 100, 170, 270])
      expect(Math.min(...row.row.arc.map((s) => Math.abs(s - corner)))).toBeLessThan(1e-9);
  });

  it('stiff: chords of each side, met corners stop nothing, others do', () => {
    const row = fit(SQUARE, 12, { pieces: 'stiff', meet: { corners: 0.1, at: [] } });
    expect(row.obstacles).toEqual([]);
    expect(row.sections!.map(({ count, pitch }) => [count, Math.round(pitch * 1e9) / 1e9])).toEqual([
      [8, 12.5],
      [6, 11.666666667],
      [8, 12.5],
      [6, 11.666666667],
    ]);
    const { pins } = row.row;
    const first = Math.hypot(pins[2] - pins[0], pins[3] - pins[1]);
    expect(first).toBeCloseTo(12.5, 9);
    const hairpin = fit('M0 0H100L0 1Z', 12, { pieces: 'stiff', meet: { corners: null, at: [0] } });
    expect(hairpin.obstacles.length).toBeGreaterThan(0);
    expect(hairpin.closes).toBe(false);
  });

  it('stiff on round sides: equal chords between the places, to the last digit', () => {
    // Half circles of radius 40, met at both their ends: chords of 2 · 40 · sin(π / 2n).
    const row = fit('M40 0A40 40 0 0 1 -40 0A40 40 0 0 1 40 0Z', 10, {
      pieces: 'stiff',
      meet: { corners: null, at: [0, 40 * Math.PI] },
    });
    const [{ count, pitch }] = row.sections!;
    expect(count).toBe(13);
    expect(pitch).toBeCloseTo(80 * Math.sin(Math.PI / 26), 9);
  });

  it('is refused where something else should give way', () => {
    expect(message(() => fit(SQUARE, 12, { hold: 'pitch', meet: { corners: 0.1, at: [] } }))).toMatch(
      /only where the pitch gives way/,
    );
  });

  it('on points a piece stands on both ends and on every place between', () => {
    const onPoints: RowLay = { ...PLAIN_LAY, ends: 'points' };
    // 100 / 12 and 70 / 12 by hand: 8 spaces of 12.5 and 6 of 11.67, and one lamp more than spaces.
    const open = fit('M0 0H100V70', 12, { meet: { corners: 0.1, at: [] }, lay: onPoints });
    expect([open.count, open.closes]).toEqual([15, true]);
    expect(open.ideal).toBeCloseTo(170 / 12 + 1, 9);
    const stations = placePins(open, 0);
    expect([...stations.slice(0, 2)]).toEqual([0, 0]);
    expect(stations[2 * 8]).toBeCloseTo(100, 9);
    expect(stations[2 * 8 + 1]).toBeCloseTo(0, 9);
    expect(stations[28]).toBeCloseTo(100, 9);
    expect(stations[29]).toBeCloseTo(70, 9);
    // Each piece keeps its pitch about its point.
    expect(open.row.links).toBe(15);
    for (let k = 0; k < 15; k++) expect(open.row.arc[2 * k + 1] - open.row.arc[2 * k]).toBeCloseTo(12, 9);
    // Round a loop as many as spaces, one of them on every corner.
    const round = fit(SQUARE, 12, { meet: { corners: 0.1, at: [] }, lay: onPoints });
    expect(round.count).toBe(28);
    const about = placePins(round, 0);
    for (const [i, x, y] of [
      [0, 0, 0],
      [8, 100, 0],
      [14, 100, 70],
      [22, 0, 70],
    ]) {
      expect(about[2 * i]).toBeCloseTo(x, 9);
      expect(about[2 * i + 1]).toBeCloseTo(y, 9);
    }
  });

  it('on points the multiple and the given count are those of the pieces', () => {
    const lay: RowLay = { ...PLAIN_LAY, ends: 'points' };
    const meet = { corners: 0.1, at: [] };
    const data = 'M0 0H100V70';
    expect(fit(data, 12, { meet, lay, multiple: 4 }).count).toBe(16);
    const given = fit(data, 12, { meet, lay, count: 18 });
    expect(given.count).toBe(18);
    expect(given.sections!.reduce((sum, { count }) => sum + count, 0)).toBe(17);
    // Three points stand on the ends and the corner; two cannot.
    expect(fit(data, 12, { meet, lay, count: 3 }).count).toBe(3);
    expect(message(() => fit(data, 12, { meet, lay, count: 2 }))).toMatch(/2/);
  });

  it('a candidate is judged by its worst stretch, not by the mean', () => {
    const source: FitSource = { kind: 'contour', contour: parsePathData('M0 0H100')[0] };
    const request: FitRequest = {
      ...DEFAULT_REQUEST,
      pitch: 10,
      pieces: 'bending',
      meet: { corners: null, at: [25] },
    };
    // Ten in all: 25 mm as two or three, 75 mm as eight or seven. The mean is 10 mm in each case.
    const [ten] = fitCandidates(source, request, 10, 1);
    expect(ten.pitch).toBeCloseTo(10, 12);
    expect(ten.pitchChange).toBeCloseTo(25 / 30 - 1, 12);
  });

  it('a circle has no corners: the row is that of one stretch', () => {
    const row = fit('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z', 10, { meet: { corners: 0.1, at: [] } });
    expect(row.sections).toHaveLength(1);
    expect(row.count).toBe(31);
  });
});

describe('one piece on every point of a path', () => {
  const points = { corners: null, at: [], points: true, alone: true };
  const onPoints = { ...PLAIN_LAY, ends: 'points' as const };
  const places = (data: string, pitch: number, change: Partial<FitRequest> = {}): [number, number][] => {
    const pins = placePins(fit(data, pitch, { meet: points, lay: onPoints, ...change }), 0);
    return Array.from({ length: pins.length / 2 }, (_, i) => [pins[2 * i], pins[2 * i + 1]]);
  };

  it('an open one has its ends too, whatever the pitch would be', () => {
    const corners = [
      [0, 0],
      [30, 0],
      [30, 80],
      [130, 80],
    ];
    for (const pitch of [3, 20, 70]) {
      const found = places('M0 0H30V80H130', pitch);
      expect(found).toHaveLength(4);
      found.forEach((at, i) => corners[i].forEach((value, k) => expect(at[k]).toBeCloseTo(value, 9)));
    }
  });

  it('a closed one has each once, and none where it is closed twice', () => {
    const found = places(SQUARE, 12);
    expect(found.map(([x, y]) => [Math.round(x), Math.round(y)])).toEqual([
      [0, 0],
      [100, 0],
      [100, 70],
      [0, 70],
    ]);
    expect(fit(SQUARE, 12, { meet: points, lay: onPoints }).closes).toBe(true);
  });

  it('pins of stiff links stand on them too, each link as long as its stretch', () => {
    const found = fit('M0 0H30V80H130', 20, { meet: points, pieces: 'stiff' });
    expect(found.count).toBe(3);
    expect(found.sections!.map(({ pitch }) => Math.round(pitch * 1e6) / 1e6)).toEqual([30, 80, 100]);
  });

  it('a point more is a piece more; corners alone, and marked places, take one each as well', () => {
    const count = (data: string, meet: FitRequest['meet']): number =>
      fit(data, 9, { meet, lay: onPoints }).count;
    expect(count('M0 0H50H100V70', points)).toBe(4);
    expect(count('M0 0H50H100V70', { corners: 0.1, at: [], alone: true })).toBe(3);
    expect(count('M0 0H100V70', { corners: null, at: [20, 40], alone: true })).toBe(4);
    // With pieces between them each stretch is counted out.
    expect(count('M0 0H50H100V70', { corners: null, at: [], points: true })).toBeGreaterThan(15);
  });

  it('no other count is to be had, and too many points are too many, in words', () => {
    expect(message(() => fit(SQUARE, 12, { meet: points, lay: onPoints, count: 9 }))).toMatch(
      /makes 4: another count/,
    );
    expect(fit(SQUARE, 12, { meet: points, lay: onPoints, count: 4 }).count).toBe(4);
    const many = (n: number): string =>
      `M0 0${Array.from({ length: n }, (_, i) => `L${i + 1} ${i % 2}`).join('')}`;
    expect(fit(many(1_999), 1, { meet: points, lay: onPoints }).count).toBe(2_000);
    expect(message(() => fit(many(2_001), 1, { meet: points, lay: onPoints }))).toMatch(/more than the 2000/);
  });
});
