import { describe, expect, it } from 'vitest';
import { newReading, pathReader } from '../path';
import { findCorners } from '../path/inspect';
import { measureSpacePath } from '../space-path';
import { routeRoundWheels } from './route';
import type { RouteWheel } from './wheel';
import { woundRoute } from './wound';

const capstan = (change: Partial<RouteWheel> = {}): RouteWheel => ({
  ...{ id: 'capstan', x: 0, y: 0, radius: 60, turn: 'ccw', wraps: { turns: 3, rise: 8 } },
  ...change,
});
const block = (id: string, x: number, y: number, change: Partial<RouteWheel> = {}): RouteWheel => ({
  ...{ id, x, y, radius: 60, turn: 'ccw' },
  ...change,
});
const wheels = [capstan(), block('block', 500, 0)];
const laid = (all: readonly RouteWheel[], closed = true) => woundRoute(routeRoundWheels(all, closed), all);

describe('a route that goes round a wheel several times', () => {
  it('lies on it in a helix: sqrt((R a)² + rise²) long, three turns and a half (closed form)', () => {
    const { wraps } = laid(wheels);
    const [on, off] = wraps;
    const angle = 2 * Math.PI * 3 + Math.PI;
    expect(on.angle).toBeCloseTo(angle, 12);
    expect(on.to - on.from).toBeCloseTo(Math.hypot(60 * angle, 8 * 3.5), 9);
    expect(off.to - off.from).toBeCloseTo(60 * Math.PI, 9);
  });

  it('its turns lie side by side, one rise apart, and above one another in plan', () => {
    const { space, wraps } = laid(wheels);
    const read = pathReader(measureSpacePath(space));
    const turn = Math.hypot(2 * Math.PI * 60, 8);
    for (let s = wraps[0].from; s + turn <= wraps[0].to + 1e-9; s += 37) {
      const [a, b] = [newReading(), newReading()];
      read(s, a);
      read(s + turn, b);
      expect(Math.hypot(b[0] - a[0], b[1] - a[1])).toBeLessThan(1e-9);
      expect(b[5] - a[5]).toBeCloseTo(8, 9);
      expect(Math.hypot(a[0], a[1])).toBeCloseTo(60, 9);
    }
  });

  it('leads from wheel to wheel straight in plan and without a corner, and closes', () => {
    const path = measureSpacePath(laid(wheels).space);
    expect(path.closed).toBe(true);
    expect(findCorners(path)).toEqual([]);
    const read = pathReader(path);
    for (const s of path.pieceStarts) {
      const [before, behind] = [newReading(), newReading()];
      read(s - 1e-7, before);
      read(s + 1e-7, behind);
      for (const c of [0, 1, 5]) expect(behind[c]).toBeCloseTo(before[c], 5);
      for (const c of [2, 3, 6]) expect(behind[c]).toBeCloseTo(before[c], 6);
    }
  });

  it('a wheel without wraps is passed as before, in the plane', () => {
    const plain = [block('a', 0, 0), block('b', 500, 0)];
    const { space } = laid(plain);
    expect(space.segments.map(({ kind }) => kind)).toEqual(['line', 'arc', 'line', 'arc']);
    expect(measureSpacePath(space).length).toBeCloseTo(routeRoundWheels(plain, true).length, 9);
  });

  it('what cannot be wound is refused with what to do', () => {
    expect(() => laid([capstan({ wraps: { turns: 51, rise: 8 } }), block('b', 500, 0)])).toThrow(
      /whole number from 0 to 50/,
    );
    expect(() => laid([capstan({ wraps: { turns: 1.5, rise: 8 } }), block('b', 500, 0)])).toThrow(
      /1\.5 times more/,
    );
    expect(() => laid([capstan({ slack: 20 }), block('b', 500, 0)])).toThrow(/Take its slack out/);
    expect(() => laid([capstan(), block('b', 500, 0), block('c', 900, 90)], false)).toThrow(/where it ends/);
  });
});
