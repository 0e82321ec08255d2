import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkSliderCrank, crankPin, leastRod, slideOffset, sliderAt, type SliderCrank } from './index';

const inLine: SliderCrank = {
  centre: { x: 0, y: 0 },
  radius: 30,
  rod: 100,
  line: { x: 0, y: 0 },
  direction: 0,
  side: 1,
};

describe('a crank, a rod and a slider', () => {
  it('in line: x = r cos θ + sqrt(l² − r² sin² θ), the closed form of every text on mechanisms', () => {
    for (let degrees = 0; degrees < 720; degrees += 7) {
      const theta = (degrees * Math.PI) / 180;
      const { x, y } = sliderAt(inLine, theta);
      const closed = 30 * Math.cos(theta) + Math.sqrt(100 ** 2 - 30 ** 2 * Math.sin(theta) ** 2);
      expect(Math.abs(x - closed)).toBeLessThan(1e-12);
      expect(y).toBe(0);
    }
    // Its stroke is twice the crank.
    expect(sliderAt(inLine, 0).x - sliderAt(inLine, Math.PI).x).toBeCloseTo(60, 12);
  });

  it('anywhere: the rod keeps its length and the slider its line, on its side', () => {
    const number = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          cx: number(-200, 200),
          cy: number(-200, 200),
          radius: number(1, 80),
          spare: number(0.1, 300),
          lx: number(-50, 50),
          ly: number(-50, 50),
          direction: number(-7, 7),
          side: fc.constantFrom(1 as const, -1 as const),
          angle: number(-50, 50),
        }),
        ({ cx, cy, radius, spare, lx, ly, direction, side, angle }) => {
          const centre = { x: cx, y: cy };
          const base = { centre, radius, rod: 0, line: { x: cx + lx, y: cy + ly }, direction, side };
          const crank: SliderCrank = { ...base, rod: leastRod(base) + spare };
          checkSliderCrank(crank, 'slider');
          const pin = crankPin(crank, angle);
          const at = sliderAt(crank, angle);
          expect(Math.hypot(at.x - pin.x, at.y - pin.y)).toBeCloseTo(crank.rod, 9);
          const [ux, uy] = [Math.cos(direction), Math.sin(direction)];
          expect(Math.abs((at.x - crank.line.x) * uy - (at.y - crank.line.y) * ux)).toBeLessThan(1e-9);
          expect(Math.sign((at.x - pin.x) * ux + (at.y - pin.y) * uy)).toBe(side);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('a rod shorter than the crank and its offset is refused, with the least that works', () => {
    const beside: SliderCrank = { ...inLine, line: { x: 0, y: -25 }, rod: 54 };
    expect(slideOffset(beside)).toBe(25);
    expect(() => checkSliderCrank(beside, 'coin plate')).toThrow(
      /“coin plate”: a rod of 54 mm is too short.*at least 55 mm/,
    );
    expect(() => checkSliderCrank({ ...beside, rod: 55 }, 'coin plate')).not.toThrow();
  });
});
