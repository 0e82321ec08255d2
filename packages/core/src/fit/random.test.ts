import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parsePathData } from '../path';
import {
  DEFAULT_REQUEST,
  fitRow,
  placePins,
  type FitOutcome,
  type FitRequest,
  type FitSource,
  type WheelSpec,
} from './index';

/**
 * Random rows over the kinds of path, judged only by what is seen from outside: pins, and the
 * numbers of the answer against each other.
 */
const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

const route: fc.Arbitrary<FitSource> = fc
  .tuple(
    fc.array(fc.tuple(number(24, 55), fc.boolean(), fc.integer({ min: 11, max: 26 })), {
      minLength: 4,
      maxLength: 4,
    }),
    number(-20, 20),
  )
  .map(([wheels, shift]) => ({
    kind: 'route' as const,
    closed: true,
    wheels: wheels.map(([radius, toothed, teeth], i): WheelSpec => {
      const [x, y] = [
        [0, 0],
        [330, 0],
        [330 + shift, 260],
        [shift, 240],
      ][i];
      return {
        id: `w${i}`,
        x,
        y,
        turn: 'ccw',
        size: toothed ? { by: 'teeth', teeth, pitch: 12.7 } : { by: 'radius', radius },
      };
    }),
  }));

const blob: fc.Arbitrary<FitSource> = fc
  .array(number(70, 120), { minLength: 6, maxLength: 6 })
  .map((radii) => {
    // A smooth closed curve through six points: Catmull–Rom as cubics.
    const at = (i: number): [number, number] => {
      const k = ((i % 6) + 6) % 6;
      return [radii[k] * Math.cos((k * Math.PI) / 3), radii[k] * Math.sin((k * Math.PI) / 3)];
    };
    let d = `M${at(0).join(' ')}`;
    for (let i = 0; i < 6; i++) {
      const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
      d += `C${q[0] + (r[0] - p[0]) / 6} ${q[1] + (r[1] - p[1]) / 6} ${r[0] - (s[0] - q[0]) / 6} ${r[1] - (s[1] - q[1]) / 6} ${r[0]} ${r[1]}`;
    }
    return { kind: 'contour' as const, contour: parsePathData(`${d}Z`)[0] };
  });

const wave: fc.Arbitrary<FitSource> = fc.tuple(number(40, 90), number(20, 60)).map(([a, b]) => ({
  kind: 'contour' as const,
  contour: parsePathData(`M0 0C${a} ${b} ${2 * a} ${-b} ${3 * a} 0A${2 * a} ${a} 0 0 1 ${5 * a} ${b}`)[0],
}));

const request: fc.Arbitrary<FitRequest> = fc
  .record({
    pitch: fc.constant(12.7),
    pieces: fc.constantFrom('stiff' as const, 'bending' as const),
    multiple: fc.constantFrom(1, 2, 3),
    rounding: fc.constantFrom('nearest' as const, 'down' as const, 'up' as const),
    hold: fc.constantFrom('path' as const, 'pitch' as const, 'both' as const),
    count: fc.constant(null),
  })
  .map((asked) => ({ ...DEFAULT_REQUEST, ...asked }));

function chordsOf(pins: Float64Array, closed: boolean): number[] {
  const n = pins.length / 2;
  return Array.from({ length: closed ? n : n - 1 }, (_, i) => {
    const k = (i + 1) % n;
    return Math.hypot(pins[2 * k] - pins[2 * i], pins[2 * k + 1] - pins[2 * i + 1]);
  });
}

function judge(found: FitOutcome, asked: FitRequest, travel: number): void {
  expect(found.count % asked.multiple).toBe(0);
  expect(found.obstacles).toEqual([]);
  const pitch = found.effectivePitch!;
  expect(found.pitchChange).toBeCloseTo(pitch / asked.pitch - 1, 12);
  if (asked.hold === 'path') expect([found.closes, found.scale, found.gap]).toEqual([true, 1, 0]);
  if (asked.hold === 'pitch')
    expect([found.closes, Math.abs(pitch / asked.pitch - 1) < 1e-9]).toEqual([true, true]);
  if (asked.hold === 'both') expect(pitch).toBe(asked.pitch);
  // The count is where the rounding puts it about the ideal.
  const step = asked.multiple;
  if (asked.rounding === 'down') expect(found.count).toBeLessThanOrEqual(found.ideal + 1e-6);
  if (asked.rounding === 'up') expect(found.count).toBeGreaterThanOrEqual(found.ideal - 1e-6);
  expect(Math.abs(found.count - found.ideal)).toBeLessThanOrEqual(
    asked.rounding === 'nearest' ? step / 2 + 1e-6 : step,
  );

  const { closed, length } = found.layout.path;
  const ring = closed && asked.hold !== 'both';
  const pins = placePins(found, travel);
  expect(pins.length / 2).toBe(ring ? found.count : found.count + 1);
  if (asked.pieces === 'stiff') {
    const chords = chordsOf(pins, ring);
    const least = Math.min(...chords);
    expect(Math.max(...chords) / least - 1).toBeLessThan(1e-9);
    expect(Math.abs(least / pitch - 1) * 1e6).toBeLessThanOrEqual(found.ripplePpm + 0.01);
    // A chord is never longer than its arc.
    if (ring) expect(pitch).toBeLessThanOrEqual((length / found.count) * (1 + 1e-9));
  } else if (ring) {
    expect(pitch * found.count).toBeCloseTo(length, 8);
  }
}

describe('random rows', () => {
  it.each([
    ['routes', route],
    ['closed curves', blob],
    ['open curves', wave],
  ])('%s: counts, pitches and pins agree with one another (property)', (_name, source) => {
    fc.assert(
      fc.property(source, request, number(0, 3), (path, asked, travel) => {
        judge(fitRow(path, asked), asked, travel);
      }),
      { numRuns: 60, seed: 77 },
    );
  });

  it('moving a whole route moves its row and nothing else (property)', () => {
    fc.assert(
      fc.property(route, number(-500, 500), number(-500, 500), (path, dx, dy) => {
        if (path.kind !== 'route') return;
        const asked = { ...DEFAULT_REQUEST, pitch: 12.7, multiple: 2 };
        const moved = { ...path, wheels: path.wheels.map((w) => ({ ...w, x: w.x + dx, y: w.y + dy })) };
        const [a, b] = [fitRow(path, asked), fitRow(moved, asked)];
        expect(b.count).toBe(a.count);
        expect(b.effectivePitch! / a.effectivePitch! - 1).toBeCloseTo(0, 9);
        const [p, q] = [placePins(a, 0.3), placePins(b, 0.3)];
        for (let i = 0; i < p.length; i += 2) {
          expect(q[i] - p[i]).toBeCloseTo(dx, 5);
          expect(q[i + 1] - p[i + 1]).toBeCloseTo(dy, 5);
        }
      }),
      { numRuns: 25, seed: 3 },
    );
  });

  it('twice as large with twice the pitch is the same row (property)', () => {
    fc.assert(
      fc.property(blob, number(0.1, 20), (path, k) => {
        if (path.kind !== 'contour') return;
        const a = fitRow(path, { ...DEFAULT_REQUEST, pitch: 9 });
        const larger = fitRow(path, {
          ...DEFAULT_REQUEST,
          pitch: a.effectivePitch!,
          hold: 'pitch',
          count: a.count,
        });
        expect(larger.scale).toBeCloseTo(1, 9);
        const scaled = fitRow(path, {
          ...DEFAULT_REQUEST,
          pitch: 9 * Math.min(k, 3),
          hold: 'pitch',
          count: a.count,
        });
        expect(scaled.scale * a.effectivePitch!).toBeCloseTo(9 * Math.min(k, 3), 8);
      }),
      { numRuns: 25, seed: 9 },
    );
  });
});
