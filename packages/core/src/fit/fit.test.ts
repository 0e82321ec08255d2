import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { parsePathData, tightestBend } from '../path';
import { toothRadius } from '../route';
import {
  chooseCount,
  DEFAULT_REQUEST,
  fitRow,
  placePins,
  type FitOutcome,
  type FitRequest,
  type FitSource,
  type WheelSpec,
} from './index';

const toothed = (id: string, x: number, teeth: number, pitch = 12.7): WheelSpec => ({
  id,
  x,
  y: 0,
  turn: 'ccw',
  size: { by: 'teeth', teeth, pitch },
});
const sprockets = (C: number): FitSource => ({
  kind: 'route',
  closed: true,
  wheels: [toothed('a', 0, 17), toothed('b', C, 38)],
});
const outline = (d: string): FitSource => ({ kind: 'contour', contour: parsePathData(d)[0] });
const fit = (source: FitSource, request: Partial<FitRequest> & { pitch: number }): FitOutcome =>
  fitRow(source, { ...DEFAULT_REQUEST, ...request });
const codeOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof RelayError) return error.code;
    throw error;
  }
  return 'fine';
};
const CIRCLE = 'M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z';

describe('the ideal count', () => {
  it('17 and 38 teeth, 12.7 mm, 400 mm: 90.8485 links, close to the handbook’s 90.8468', () => {
    const found = fit(sprockets(400), { pitch: 12.7 });
    expect(found.ideal).toBeCloseTo(90.8485, 4);
    // Chain length in pitches, Machinery's Handbook, roller chain section. An approximation: 0.0017 short here.
    const [p, C, z1, z2] = [12.7, 400, 17, 38];
    const X = (2 * C) / p + (z1 + z2) / 2 + (((z2 - z1) / (2 * Math.PI)) ** 2 * p) / C;
    expect(X).toBeCloseTo(90.8468, 4);
    expect(Math.abs(found.ideal - X)).toBeLessThan(0.002);
    // Dividing the arc length round the pitch circles by p says 90.9155: wrong for stiff links.
    expect(found.length / p).toBeCloseTo(90.9155, 4);
  });

  it('is N exactly where the pitch is the side of an N-gon on a circle', () => {
    expect(fit(outline(CIRCLE), { pitch: 100 * Math.sin(Math.PI / 30) }).ideal).toBeCloseTo(30, 9);
  });

  it('bending pieces: L / p', () => {
    expect(fit(outline(CIRCLE), { pitch: 10, pieces: 'bending' }).ideal).toBeCloseTo(10 * Math.PI, 10);
  });

  it('open rows: whole chords and a part of one', () => {
    expect(fit(outline('M0 0H100'), { pitch: 8 }).ideal).toBeCloseTo(12.5, 9);
  });
});

describe('the whole count', () => {
  it('is the nearest, next below or next above multiple', () => {
    expect(chooseCount(90.85, 1, 'nearest', 3)).toBe(91);
    expect(chooseCount(90.85, 2, 'nearest', 3)).toBe(90);
    expect(chooseCount(90.85, 2, 'up', 3)).toBe(92);
    expect(chooseCount(90.85, 6, 'down', 3)).toBe(90);
    expect(chooseCount(1.2, 2, 'nearest', 3)).toBe(4);
  });

  it('0.6 / 0.1 is six (floors have a tolerance)', () => {
    expect(chooseCount(0.6 / 0.1, 1, 'down', 1)).toBe(6);
    expect(chooseCount((0.1 * 3) / 0.1, 1, 'up', 1)).toBe(3);
  });

  it('rounding brackets the ideal (property)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 5000, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (ideal, m) => {
          const down = chooseCount(ideal, m, 'down', 1);
          const up = chooseCount(ideal, m, 'up', 1);
          expect(up % m).toBe(0);
          expect(up).toBeGreaterThanOrEqual(ideal * (1 - 1e-8));
          if (down > m) expect(down).toBeLessThanOrEqual(ideal * (1 + 1e-8));
          expect(up - down).toBeLessThanOrEqual(m);
        },
      ),
    );
  });
});

describe('the path holds and the pitch gives way', () => {
  it('meshing wheels change with the pitch: 90 links, 12.8744 mm (+1.37 %)', () => {
    const found = fit(sprockets(400), { pitch: 12.7, multiple: 2 });
    expect(found.count).toBe(90);
    expect(found.effectivePitch).toBeCloseTo(12.8744, 4);
    expect(found.pitchChange).toBeCloseTo(0.0137, 4);
    expect(found.closes).toBe(true);
    expect(found.gap).toBe(0);
    // Solved together: each wheel's radius is that of its teeth at the effective pitch.
    expect(found.layout.wheels[0].radius / toothRadius(17, found.effectivePitch!, 'stiff') - 1).toBeCloseTo(
      0,
      11,
    );
  });

  it('teeth of another pitch hold', () => {
    const source: FitSource = {
      kind: 'route',
      closed: true,
      wheels: [toothed('a', 0, 17, 9.525), toothed('b', 300, 20)],
    };
    const found = fit(source, { pitch: 12.7 });
    expect(found.layout.wheels[0].teeth).toBeNull();
    expect(found.layout.wheels[0].radius).toBeCloseTo(toothRadius(17, 9.525, 'stiff'), 12);
    expect(found.layout.wheels[1].teeth).toBe(20);
  });

  it('where the path is scaled all toothed wheels keep their size, whatever their pitch', () => {
    const source: FitSource = {
      kind: 'route',
      closed: true,
      wheels: [
        toothed('a', 0, 17, 12.8),
        toothed('b', 300, 20),
        { id: 'c', x: 150, y: 90, turn: 'cw', size: { by: 'radius', radius: 25 } },
      ],
    };
    const found = fit(source, { pitch: 12.7, hold: 'pitch' });
    const [a, b, c] = found.layout.wheels;
    expect(Math.abs(found.scale - 1)).toBeGreaterThan(1e-4);
    expect(a.radius).toBeCloseTo(toothRadius(17, 12.8, 'stiff'), 12);
    expect(b.radius).toBeCloseTo(toothRadius(20, 12.7, 'stiff'), 12);
    expect(c.radius).toBeCloseTo(25 * found.scale, 12);
    expect(b.x - a.x).toBeCloseTo(300 * found.scale, 9);
    expect(found.effectivePitch).toBeCloseTo(12.7, 9);
    expect(found.closes).toBe(true);
  });

  it('ripple: 15 to 37 ppm for 89 to 92 links on held sprockets; 440, 1573 and 824 ppm for 30, 31 and 32 shoes', () => {
    const radius = (id: string, x: number, y: number, r: number): WheelSpec => ({
      id,
      x,
      y,
      turn: 'ccw',
      size: { by: 'radius', radius: r },
    });
    const held: FitSource = {
      kind: 'route',
      closed: true,
      wheels: [
        radius('a', 0, 0, toothRadius(17, 12.7, 'stiff')),
        radius('b', 400, 0, toothRadius(38, 12.7, 'stiff')),
      ],
    };
    const ripples = [89, 90, 91, 92].map((count) => fit(held, { pitch: 12.7, count }).ripplePpm);
    expect(Math.round(Math.min(...ripples))).toBe(15);
    expect(Math.round(Math.max(...ripples))).toBe(37);
    const at = [
      [0, 60, 55],
      [120, 20, 40],
      [260, 20, 40],
      [400, 20, 40],
      [540, 20, 40],
      [660, 70, 50],
    ];
    const track: FitSource = {
      kind: 'route',
      closed: true,
      wheels: at.map(([x, y, r], i) => radius(String(i), x, y, r)),
    };
    expect([30, 31, 32].map((count) => Math.round(fit(track, { pitch: 53.5, count }).ripplePpm))).toEqual([
      440, 1573, 824,
    ]);
  });

  it('a toothed belt: the pitch is solved with its pulleys', () => {
    const found = fit(sprockets(400), { pitch: 12.7, pieces: 'bending' });
    expect(found.count).toBe(91);
    expect(found.effectivePitch! * 91).toBeCloseTo(found.layout.path.length, 9);
    expect(found.layout.wheels[0].radius).toBeCloseTo((17 * found.effectivePitch!) / (2 * Math.PI), 9);
  });

  it('an open row reaches the end exactly', () => {
    const found = fit(outline('M0 0C100 100 200 -100 300 0'), { pitch: 10.1 });
    expect(found.closes).toBe(true);
    const pins = placePins(found, 0);
    expect(pins).toHaveLength(2 * (found.count + 1));
    expect(pins[pins.length - 2]).toBeCloseTo(300, 6);
    expect(pins[pins.length - 1]).toBeCloseTo(0, 6);
  });
});

describe('the pitch holds and the path is scaled', () => {
  it('by exactly p / c where everything scales', () => {
    const held = fit(outline(CIRCLE), { pitch: 10 });
    const found = fit(outline(CIRCLE), { pitch: 10, hold: 'pitch' });
    expect(found.scale).toBeCloseTo(10 / held.effectivePitch!, 12);
    expect(found.effectivePitch).toBeCloseTo(10, 11);
  });

  it('toothed wheels keep their size and only their centres move: centre distance for 90 links 394.581 mm', () => {
    const found = fit(sprockets(400), { pitch: 12.7, hold: 'pitch', multiple: 2 });
    expect(found.effectivePitch).toBeCloseTo(12.7, 11);
    expect(found.layout.wheels[0].radius).toBeCloseTo(toothRadius(17, 12.7, 'stiff'), 12);
    const [a, b] = found.layout.wheels;
    expect(b.x - a.x).toBeCloseTo(394.581, 3);
    // The handbook's inverse formula gives 394.592; arc length would give 394.153.
    const [p, X, z1, z2] = [12.7, 90, 17, 38];
    const k = 2 * X - z1 - z2;
    const C = (p / 8) * (k + Math.sqrt(k * k - (8 / Math.PI ** 2) * (z2 - z1) ** 2));
    expect(C).toBeCloseTo(394.592, 3);
    expect(Math.abs(b.x - a.x - C)).toBeLessThan(0.012);
  });
});

describe('both hold and a gap is left', () => {
  it('is what the chords leave of the path', () => {
    const found = fit(outline('M0 0H100'), { pitch: 8, hold: 'both', rounding: 'down' });
    expect([found.count, found.closes]).toEqual([12, false]);
    expect(found.gap).toBeCloseTo(4, 9);
  });

  it('is negative where the row overlaps itself, and zero where it happens to close', () => {
    expect(fit(outline('M0 0H100'), { pitch: 8, hold: 'both', rounding: 'up' }).gap).toBeCloseTo(-4, 9);
    const exact = fit(outline('M0 0H100'), { pitch: 10, hold: 'both' });
    expect(exact.closes).toBe(true);
  });

  it('on a closed path one more link needs what the gap lacks', () => {
    const found = fit(sprockets(400), { pitch: 12.7, hold: 'both', rounding: 'down' });
    expect(found.count).toBe(90);
    // The gap is measured along the path, the ideal count by chords: they differ by the bend at the closing place.
    expect(Math.abs(found.gap / 12.7 - (found.ideal - 90))).toBeLessThan(0.01);
  });
});

describe('placing', () => {
  it('every chord equal within 1e-9 and the last pin on the first, at any travel and on paths that are not convex', () => {
    const source = outline(
      'M0 0C100 -80 200 80 300 0C400 -60 420 160 300 150C180 140 200 260 90 220C-40 180 -60 60 0 0Z',
    );
    const found = fit(source, { pitch: 11 });
    for (const travel of [0, 0.37, 0.5, 12.9, -3.25]) {
      const pins = placePins(found, travel);
      const n = pins.length / 2;
      expect(n).toBe(found.count);
      const chords = Array.from({ length: n }, (_, i) => {
        const k = (i + 1) % n;
        return Math.hypot(pins[2 * k] - pins[2 * i], pins[2 * k + 1] - pins[2 * i + 1]);
      });
      const least = Math.min(...chords);
      expect((Math.max(...chords) - least) / least).toBeLessThan(1e-9);
      // The chord of one phase lies within the ripple of the effective pitch.
      expect(Math.abs(least / found.effectivePitch! - 1) * 1e6).toBeLessThanOrEqual(found.ripplePpm + 1e-3);
    }
  });

  it('travelling one pitch puts every pin where the next one was', () => {
    const found = fit(sprockets(400), { pitch: 12.7, multiple: 2 });
    const a = placePins(found, 0.4);
    const b = placePins(found, 1.4);
    for (let i = 0; i + 2 < a.length; i++) expect(b[i]).toBeCloseTo(a[i + 2], 7);
  });

  it('millions of laps on, the pins are as exact as on the first', () => {
    for (const pieces of ['stiff', 'bending'] as const) {
      const found = fit(sprockets(400), { pitch: 12.7, multiple: 2, pieces });
      const near = placePins(found, 0.25);
      const far = placePins(found, found.count * 11_000_000 + 0.25);
      far.forEach((value, i) => expect(Math.abs(value - near[i])).toBeLessThan(1e-9 * found.length));
    }
  });
});

describe('rows that cannot close', () => {
  it('a triangle of side 100 with 30 links: places, least radius, and pins as far as they go', () => {
    const found = fit(outline('M0 0H100L50 86.60254037844387Z'), { pitch: 10 });
    expect([found.closes, found.count, found.effectivePitch]).toEqual([false, 30, null]);
    expect(found.obstacles).toHaveLength(3);
    expect(found.obstacles[1].s).toBeCloseTo(100, 9);
    expect(found.obstacles[1].leastRadius).toBeCloseTo(10 / 3, 9);
    expect(found.row.kind).toBe('still');
    expect(placePins(found, 0).length).toBeGreaterThan(10);
  });

  it('a cusp is named like a corner', () => {
    const found = fit(outline('M0 0C10 10 0 10 10 0'), { pitch: 1 });
    expect(found.closes).toBe(false);
    expect(found.obstacles).toHaveLength(1);
    expect(found.obstacles[0].leastRadius).toBeCloseTo(0.5, 2);
  });

  it('a closed row far from the origin closes as well as one at it', () => {
    const at = (x: number): FitSource =>
      outline(`M${x} ${x}c40 -30 80 30 120 0s60 60 20 90s-90 40 -140 10s-40 -70 0 -100Z`);
    const near = fit(at(0), { pitch: 4 });
    const far = fit(at(2e6), { pitch: 4 });
    expect([far.closes, far.count]).toEqual([near.closes, near.count]);
    expect(far.effectivePitch! / near.effectivePitch! - 1).toBeCloseTo(0, 8);
  });

  it('a least radius that is kept to does work', () => {
    const tight = fit(outline('M0 0H100A4.9 4.9 0 0 1 100 9.8H0A4.9 4.9 0 0 1 0 0Z'), { pitch: 9.83 });
    expect(tight.closes).toBe(false);
    const r = tight.obstacles[0].leastRadius * 1.001;
    const mended = fit(outline(`M0 0H100A${r} ${r} 0 0 1 100 ${2 * r}H0A${r} ${r} 0 0 1 0 0Z`), {
      pitch: 9.83,
      hold: 'pitch',
      count: 24,
    });
    expect(tightestBend(mended.layout.path)!.radius).toBeGreaterThan(4.9);
    expect(mended.closes).toBe(true);
  });
});

describe('bad requests', () => {
  const line = outline('M0 0H100');
  const ring = outline(CIRCLE);
  it.each([
    ['a pitch of zero', line, { pitch: 0 }, 'pitch-not-positive'],
    ['a negative pitch', line, { pitch: -5 }, 'pitch-not-positive'],
    ['a pitch that is no number', line, { pitch: NaN }, 'pitch-not-positive'],
    ['an infinite pitch', line, { pitch: Infinity }, 'pitch-not-positive'],
    ['a pitch longer than the path', line, { pitch: 101 }, 'pitch-longer-than-path'],
    ['fewer than three links round', ring, { pitch: 150 }, 'too-few-links'],
    ['a count of two round', ring, { pitch: 10, count: 2 }, 'too-few-links'],
    ['a count of zero', line, { pitch: 10, count: 0 }, 'request-invalid'],
    ['a broken count', line, { pitch: 10, count: 2.5 }, 'request-invalid'],
    ['a count that is no multiple', ring, { pitch: 10, count: 31, multiple: 2 }, 'count-not-multiple'],
    ['a multiple larger than any count', ring, { pitch: 10, multiple: 500 }, 'multiple-too-large'],
    ['a multiple of zero', ring, { pitch: 10, multiple: 0 }, 'request-invalid'],
    ['more links than the limit', line, { pitch: 0.001 }, 'too-many-links'],
  ])('%s', (_name, source, request, code) => {
    expect(codeOf(() => fit(source, request))).toBe(code);
  });

  it('a wheel of two teeth', () => {
    const source: FitSource = {
      kind: 'route',
      closed: true,
      wheels: [toothed('a', 0, 2), toothed('b', 300, 20)],
    };
    expect(codeOf(() => fit(source, { pitch: 12.7 }))).toBe('wheel-invalid');
  });
});
