import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newReading, pathReader } from '../path';
import { measureSpacePath, roundedPath } from '../space-path';
import { planar } from '../space-path/space-path.testing';
import { leastBetween } from './strand-lines';
import { meetingTurns, woundPath, type Winding } from './winding';

const made = (change: Partial<Winding> = {}): Winding => ({
  ...{ figure: 'round', radius: 6, depth: 3, turns: 4, hand: 'right', phase: 0, stations: [], smooth: true },
  ...change,
});
const begins = (wound: ReturnType<typeof woundPath>) =>
  wound.contour.segments.map((piece) => (piece.kind === 'cubic' ? piece.p0 : { x: NaN, y: NaN, z: NaN }));

describe('a line wound round a straight path', () => {
  it('is a helix: of the length sqrt(l² + (2πrn)²), everywhere at its radius (closed form)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 40, noNaN: true }),
        fc.double({ min: 0.3, max: 30, noNaN: true }),
        fc.constantFrom('right' as const, 'left' as const),
        (radius, turns, hand) => {
          const path = measureSpacePath(woundPath(planar('M0 0H300'), made({ radius, turns, hand })).contour);
          expect(path.length / Math.hypot(300, 2 * Math.PI * radius * turns)).toBeCloseTo(1, 6);
          const read = pathReader(path);
          const at = newReading();
          for (let i = 0; i <= 50; i++) {
            read((path.length * i) / 50, at);
            expect(Math.hypot(at[1], at[5]) / radius).toBeCloseTo(1, 5);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('begins on top, and right-handed goes over to the right like a corkscrew', () => {
    const [first, second] = begins(woundPath(planar('M0 0H300'), made()));
    expect(first).toMatchObject({ x: 0, y: 0, z: 6 });
    expect(second.y).toBeLessThan(0);
    expect(begins(woundPath(planar('M0 0H300'), made({ hand: 'left' })))[1].y).toBeGreaterThan(0);
  });

  it('tells how far it lies over its path, and where along that: cos(2πn x / l) of its radius (closed form)', () => {
    const wound = woundPath(planar('M0 0H300'), made({ turns: 3 }));
    expect(wound.over.length).toBe(wound.contour.segments.length + 1);
    for (const [k, over] of wound.over.entries())
      expect(over).toBeCloseTo(Math.cos((2 * Math.PI * 3 * wound.along[k]) / 300), 9);
    expect([wound.along[0], wound.along.at(-1)]).toEqual([0, 300]);
    const plait = woundPath(planar('M0 0H300'), made({ figure: 'plait', turns: 3 }));
    for (const [k, over] of plait.over.entries())
      expect(over).toBeCloseTo(Math.sin((4 * Math.PI * 3 * plait.along[k]) / 300), 9);
  });

  it('its stations say how far it is, and how far turned besides', () => {
    const stations = [
      { s: 0, radius: 0, turn: 0 },
      { s: 300, radius: 12, turn: Math.PI / 2 },
    ];
    const wound = woundPath(planar('M0 0H300'), made({ stations, smooth: false, turns: 2 }));
    const last = wound.contour.segments.at(-1)!;
    if (last.kind !== 'cubic') throw new Error('no cubic');
    // Two turns and a quarter: it ends to the right, 12 mm off.
    expect(last.p3.x).toBeCloseTo(300, 9);
    expect(last.p3.y).toBeCloseTo(-12, 9);
    expect(last.p3.z).toBeCloseTo(0, 9);
    const middle = begins(wound).find(({ x }) => Math.abs(x - 150) < 1e-9)!;
    expect(Math.hypot(middle.y, middle.z)).toBeCloseTo(6, 9);
  });
});

describe('a line wound round a closed path', () => {
  it('meets itself after as many laps as its turns take: on a circle it is the torus knot (closed form)', () => {
    const radius = 50;
    const wound = woundPath(planar('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z'), made({ turns: 12 + 1 / 3 }));
    expect(wound.laps).toBe(3);
    expect(wound.contour.closed).toBe(true);
    const places = begins(wound);
    places.forEach(({ x, y, z }, k) => {
      const lap = (2 * Math.PI * 3 * k) / places.length;
      const angle = (12 + 1 / 3) * lap;
      // Counter-clockwise its right is outside.
      const across = radius + 6 * Math.sin(angle);
      expect(x).toBeCloseTo(across * Math.cos(lap), 8);
      expect(y).toBeCloseTo(across * Math.sin(lap), 8);
      expect(z).toBeCloseTo(6 * Math.cos(angle), 8);
    });
  });

  it('goes on where it comes back, in place and in its way, where the path leaves its plane too', () => {
    const axis = measureSpacePath(
      roundedPath(
        [
          { x: 0, y: 0, z: 0, radius: 30 },
          { x: 160, y: 0, z: 40, radius: 30 },
          { x: 140, y: 120, z: -30, radius: 30 },
          { x: -10, y: 110, z: 20, radius: 30 },
        ],
        true,
      ),
    );
    for (const turns of [5, 7.5, 9 + 2 / 3]) {
      const { contour } = woundPath(axis, made({ turns, radius: 4 }));
      const path = measureSpacePath(contour);
      const read = pathReader(path);
      const [end, start] = [newReading(), newReading()];
      read(path.length * (1 - 1e-13), end);
      read(0, start);
      const off = (i: number): number => Math.abs(end[i] - start[i]);
      for (const i of [0, 1, 5]) expect(off(i)).toBeLessThan(1e-9 * path.length);
      for (const i of [2, 3, 6]) expect(off(i)).toBeLessThan(1e-6);
    }
  });

  it('turns that never meet are refused with turns that do', () => {
    expect(meetingTurns(8)).toEqual({ turns: 8, laps: 1 });
    expect(meetingTurns(8.25)).toEqual({ turns: 8.25, laps: 4 });
    // As it is typed.
    expect(meetingTurns(12.3333)).toEqual({ turns: 37 / 3, laps: 3 });
    expect(() => meetingTurns(Math.PI)).toThrow(/or halves, thirds and so on, as 3 or 3\.1429/);
    expect(meetingTurns(3.1429)).toEqual({ turns: 22 / 7, laps: 7 });
  });
});

describe('three strands of a plait', () => {
  it('cross to and fro without touching: each at its third, none nearer than they are thick', () => {
    const lines = [0, 1, 2].map((j) => {
      const path = measureSpacePath(
        woundPath(
          planar('M0 0H200'),
          made({ figure: 'plait', radius: 8, depth: 4, turns: 5, phase: (2 * Math.PI * j) / 3 }),
        ).contour,
      );
      const read = pathReader(path);
      const at = newReading();
      return Float64Array.from(
        Array.from({ length: 1_500 }, (_, i) => {
          read((path.length * i) / 1_499, at);
          return [at[0], at[1], at[5]];
        }).flat(),
      );
    });
    const reach = 60;
    const gaps = [leastBetween(lines[0], lines[1], reach), leastBetween(lines[1], lines[2], reach)];
    for (const gap of gaps) expect(gap).toBeGreaterThan(5);
    for (const gap of gaps) expect(gap).toBeLessThan(8);
    // Each goes as far to both sides, before and behind.
    const across = lines[0].filter((_, i) => i % 3 === 1);
    expect(Math.max(...across)).toBeCloseTo(8, 3);
    expect(Math.min(...across)).toBeCloseTo(-8, 3);
  });
});

describe('what cannot be wound is refused with what to do', () => {
  const line = planar('M0 0H300');
  it.each([
    [{ turns: 0 }, /more than zero and at most 1,000 turns; this one by 0/],
    [{ turns: 1_001 }, /at most 1,000 turns/],
    [{ radius: 0 }, /more than 0 mm from it somewhere/],
    [{ figure: 'plait' as const, depth: 0 }, /cross before and behind it by more than 0 mm/],
  ])('%j', (change, words) => {
    expect(() => woundPath(line, made(change))).toThrow(words);
  });

  it('wider than a bend', () => {
    expect(() =>
      woundPath(planar('M50 0A50 50 0 1 1 -50 0A50 50 0 1 1 50 0Z'), made({ radius: 55 })),
    ).toThrow(/bent more tightly than the line is wound round it \(55\.00 mm\)/);
  });

  it('so often, and in so many laps, that it has too many pieces', () => {
    const circle = planar('M900 0A900 900 0 1 1 -900 0A900 900 0 1 1 900 0Z');
    expect(() => woundPath(circle, made({ turns: 999 + 1 / 36 }))).toThrow(/at most 50,000 can be worked on/);
  });
});
