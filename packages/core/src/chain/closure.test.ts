import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measurePath, newReading, parsePathData, pathReader, type MeasuredPath } from '../path';
import { routeRoundWheels, toothRadius, type RouteWheel } from '../route';
import { solveRingCycle } from '../fit';
import { chordStepper, findObstacles, leastRadius, marchChords, RingSolver } from './index';

const outline = (d: string): MeasuredPath => measurePath(parsePathData(d)[0]);
const route = (wheels: RouteWheel[]): MeasuredPath => measurePath(routeRoundWheels(wheels, true).contour);

/** Pin positions of a solved ring, read again from the path. */
function pinsOf(path: MeasuredPath, s: ArrayLike<number>): [number, number][] {
  const read = pathReader(path);
  const out = newReading();
  return Array.from(s, (at): [number, number] => {
    read(at, out);
    return [out[0], out[1]];
  });
}

/** Largest relative difference between the chords of a closed row. */
function spread(pins: [number, number][]): number {
  const chords = pins.map(([x, y], i) => {
    const [u, v] = pins[(i + 1) % pins.length];
    return Math.hypot(u - x, v - y);
  });
  return (Math.max(...chords) - Math.min(...chords)) / Math.min(...chords);
}

describe('next pin', () => {
  it('is where a dense search first finds the distance (numeric oracle)', () => {
    const path = outline('M0 0C80 -40 120 90 200 20A40 40 0 0 1 200 100C120 60 60 150 0 80Z');
    const read = pathReader(path);
    const step = chordStepper(read);
    const a = newReading();
    const b = newReading();
    const chord = 17;
    for (let s = 0; s < path.length; s += 13.7) {
      const found = step(s, chord, path.length);
      expect(found).not.toBeNull();
      read(s, a);
      let first = s + chord;
      for (; first < s + path.length; first += 0.001) {
        read(first, b);
        if (Math.hypot(b[0] - a[0], b[1] - a[1]) >= chord) break;
      }
      expect(Math.abs(found! - first)).toBeLessThan(0.002);
    }
  });

  it('is none where the path never gets that far away', () => {
    const circle = outline('M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z');
    expect(chordStepper(pathReader(circle))(0, 20.5, circle.length)).toBeNull();
  });

  it('marches thousands of short links without losing its way, far from the origin too', () => {
    for (const from of [0, 5e5]) {
      const line = outline(`M${from} ${from}h1000`);
      const places = new Float64Array(16_667);
      expect(marchChords(pathReader(line), 0, 0.06, 16_666, 1000, places)).toBe(16_667);
      expect(Math.abs(places[16_666] - 999.96)).toBeLessThan(1e-6);
    }
  });

  it('marches as far as it goes', () => {
    const line = outline('M0 0H100');
    const places = new Float64Array(12);
    expect(marchChords(pathReader(line), 0, 10, 11, 100, places)).toBe(12);
    expect(places[10]).toBeCloseTo(100, 10);
    expect(places[11]).toBeCloseTo(110, 10);
  });
});

describe('closed rows of stiff links', () => {
  it('regular polygons: n links of 2 r sin(π/n) close on a circle at every phase, with no ripple', () => {
    for (const n of [3, 4, 5, 12, 97]) {
      const path = outline('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z');
      const cycle = solveRingCycle(path, n, 16)!;
      expect(Math.abs(cycle.mean / (100 * Math.sin(Math.PI / n)) - 1)).toBeLessThan(1e-12);
      expect(cycle.ripplePpm).toBeLessThan(1e-5);
    }
  });

  it('the phase is the mean of the pins, one pitch of travel L / N of it', () => {
    const path = route([
      { id: 'a', x: 0, y: 0, radius: 34, turn: 'ccw' },
      { id: 'b', x: 400, y: 0, radius: 77, turn: 'ccw' },
    ]);
    const solver = new RingSolver(path, 60);
    for (const travel of [0, 0.25, 0.999, 7.5]) {
      const found = solver.solve(solver.phaseAt(travel))!;
      const mean = found.s.reduce((sum, s) => sum + s, 0) / 60;
      expect(mean).toBeCloseTo(((travel + 59 / 2) * path.length) / 60, 9);
    }
    // A pitch on, every pin stands where the next one stood.
    const a = solver.solve(solver.phaseAt(0.3))!.s.slice();
    const b = solver.solve(solver.phaseAt(1.3))!.s;
    for (let i = 0; i + 1 < 60; i++) expect(b[i]).toBeCloseTo(a[i + 1], 8);
  });

  it('every chord is the same within 1e-9, also on paths that are not convex (random routes and curves)', () => {
    const size = fc.double({ min: 25, max: 60, noNaN: true });
    const shift = fc.double({ min: -15, max: 15, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(size, shift), { minLength: 5, maxLength: 5 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (w, phase) => {
          const at = [
            [0, 0],
            [300, 0],
            [420, 220],
            [180, 60],
            [60, 260],
          ] as const;
          const wheels = w.map(([radius, d], i): RouteWheel => ({
            id: String(i),
            x: at[i][0] + d,
            y: at[i][1] - d,
            radius,
            turn: i === 3 ? 'cw' : 'ccw',
          }));
          const path = route(wheels);
          const links = Math.round(path.length / 13);
          const solver = new RingSolver(path, links);
          const found = solver.solve(solver.phaseAt(phase));
          expect(found).not.toBeNull();
          expect(spread(pinsOf(path, found!.s))).toBeLessThan(1e-9);
          // L / N bounds the chord from above.
          expect(found!.chord).toBeLessThanOrEqual((path.length / links) * (1 + 1e-12));
          for (let i = 0; i + 1 < links; i++) expect(found!.s[i + 1]).toBeGreaterThan(found!.s[i]);
        },
      ),
      { numRuns: 60, seed: 41 },
    );
  });

  it('closes on an imported curve of several Béziers at many phases', () => {
    const path = outline(
      'M0 0C100 -80 200 80 300 0C400 -60 420 160 300 150C180 140 200 260 90 220C-40 180 -60 60 0 0Z',
    );
    const solver = new RingSolver(path, 83);
    for (let j = 0; j < 10; j++) {
      const found = solver.solve(solver.phaseAt(j / 10));
      expect(found).not.toBeNull();
      expect(spread(pinsOf(path, found!.s))).toBeLessThan(1e-9);
    }
  });

  it('closes on a square whose right-angled corners stop Newton’s method', () => {
    const path = outline('M0 0H100V100H0Z');
    const cycle = solveRingCycle(path, 40, 8)!;
    for (let j = 0; j < 8; j++) {
      expect(spread(pinsOf(path, cycle.s.subarray(j * 40, (j + 1) * 40)))).toBeLessThan(1e-9);
    }
    expect(cycle.chords[0]).toBeCloseTo(10, 9);
  });
});

describe('worked magnitudes', () => {
  const track = route(
    [
      [0, 60, 55],
      [120, 20, 40],
      [260, 20, 40],
      [400, 20, 40],
      [540, 20, 40],
      [660, 70, 50],
    ].map(([x, y, radius], i): RouteWheel => ({ id: String(i), x, y, radius, turn: 'ccw' })),
  );

  it('track of six wheels, 31 shoes: L / N 53.512205 mm, mean chord 53.079016 mm', () => {
    expect(track.length / 31).toBeCloseTo(53.512205, 6);
    expect(solveRingCycle(track, 31, 32)!.mean).toBeCloseTo(53.079016, 6);
  });

  it('two sprockets of 17 and 38 teeth held at 12.7 mm, 400 mm apart, 90 links: 12.8196 mm', () => {
    const path = route([
      { id: 'a', x: 0, y: 0, radius: toothRadius(17, 12.7, 'stiff'), turn: 'ccw' },
      { id: 'b', x: 400, y: 0, radius: toothRadius(38, 12.7, 'stiff'), turn: 'ccw' },
    ]);
    expect(solveRingCycle(path, 90, 32)!.mean).toBeCloseTo(12.8196, 4);
  });
});

describe('what links cannot pass', () => {
  it('the least radius of a single bend: none up to 90°, c |cos w| / (1 + |cos w|) up to 180°, c / 2 beyond', () => {
    expect(leastRadius(Math.PI / 2, 10)).toBe(0);
    expect(leastRadius((2 * Math.PI) / 3, 10)).toBeCloseTo(10 / 3, 12);
    expect(leastRadius(Math.PI, 10)).toBeCloseTo(5, 12);
    expect(leastRadius(4, 10)).toBe(5);
  });

  it('an equilateral triangle: each corner, with 10 / 3 as the radius it needs', () => {
    const found = findObstacles(outline('M0 0H100L50 86.60254037844387Z'), 10);
    expect(found.map((o) => Math.round(o.s))).toEqual([0, 100, 200]);
    for (const o of found) expect(o.leastRadius).toBeCloseTo(10 / 3, 9);
  });

  it('rounding to just over that radius passes, just under does not', () => {
    // A strip with two bends of 120° and two of 60°, radius r.
    const rounded = (r: number): MeasuredPath => {
      const w = (2 * Math.PI) / 3;
      const cut = r * Math.tan(w / 2);
      const dx = Math.cos(w);
      const dy = Math.sin(w);
      return outline(
        `M0 0H${100 - cut}A${r} ${r} 0 0 1 ${100 + cut * dx} ${cut * dy}L${100 + 100 * dx} ${100 * dy}`,
      );
    };
    expect(findObstacles(rounded(3.4), 10)).toEqual([]);
    expect(findObstacles(rounded(3.27), 10)).toHaveLength(1);
  });

  it('a loop of two half circles of 4.9 mm is too tight for links of 9.83 mm, of 4.92 not', () => {
    const loop = (r: number): MeasuredPath =>
      outline(`M0 0H100A${r} ${r} 0 0 1 100 ${2 * r}H0A${r} ${r} 0 0 1 0 0Z`);
    const found = findObstacles(loop(4.9), 9.83);
    expect(found).toHaveLength(2);
    expect(found[0].leastRadius).toBeCloseTo(4.915, 9);
    expect(findObstacles(loop(4.92), 9.83)).toEqual([]);
  });

  it('corners up to a right angle pass', () => {
    expect(findObstacles(outline('M0 0H100V100H0Z'), 10)).toEqual([]);
  });

  it('small corners closer together than a link count together', () => {
    // Three corners of 50° within one link: 150° in all, more than can be passed at a point.
    const zig = (step: number): MeasuredPath => {
      const turn = (50 * Math.PI) / 180;
      let [x, y, a] = [100, 0, 0];
      let d = 'M0 0H100';
      for (let k = 0; k < 3; k++) {
        a += turn;
        const l = k < 2 ? step : 100;
        x += l * Math.cos(a);
        y += l * Math.sin(a);
        d += `L${x} ${y}`;
      }
      return outline(d);
    };
    expect(findObstacles(zig(1), 10)).toHaveLength(1);
    expect(findObstacles(zig(40), 10)).toEqual([]);
  });

  it('a circle drawn as a hundred short lines is passed', () => {
    const points = Array.from(
      { length: 100 },
      (_, i) => `${100 * Math.cos(i * 0.02 * Math.PI)} ${100 * Math.sin(i * 0.02 * Math.PI)}`,
    );
    expect(findObstacles(outline(`M${points.join('L')}Z`), 20)).toEqual([]);
  });
});
