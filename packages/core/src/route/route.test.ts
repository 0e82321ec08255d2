import { describe, expect, it } from 'vitest';
import { type RelayError } from '../error';
import { inspectPath, measurePath } from '../path';
import { routeRoundWheels, toothRadius, type RouteWheel, type Turn } from './index';

const wheel = (id: string, x: number, y: number, radius: number, turn: Turn = 'ccw'): RouteWheel => ({
  id,
  x,
  y,
  radius,
  turn,
});
const failure = (wheels: RouteWheel[]): RelayError => {
  try {
    routeRoundWheels(wheels, true);
  } catch (error) {
    return error as RelayError;
  }
  throw new Error('the route was laid');
};

describe('two wheels against the closed forms', () => {
  const openBelt = (R: number, r: number, C: number): number => {
    const beta = Math.asin((R - r) / C);
    return 2 * C * Math.cos(beta) + Math.PI * (R + r) + 2 * (R - r) * beta;
  };
  const crossedBelt = (R: number, r: number, C: number): number => {
    const beta = Math.asin((R + r) / C);
    return 2 * C * Math.cos(beta) + (R + r) * (Math.PI + 2 * beta);
  };

  it('open belt round 17 and 38 teeth of 12.7 mm, 400 mm apart: 1154.627411532820 mm', () => {
    const r = toothRadius(17, 12.7, 'stiff');
    const R = toothRadius(38, 12.7, 'stiff');
    const { length, contour } = routeRoundWheels([wheel('a', 0, 0, r), wheel('b', 400, 0, R)], true);
    expect(Math.abs(length / 1154.62741153282 - 1)).toBeLessThan(1e-12);
    expect(Math.abs(length / openBelt(R, r, 400) - 1)).toBeLessThan(1e-12);
    expect(Math.abs(measurePath(contour).length / length - 1)).toBeLessThan(1e-12);
  });

  it('crossed belt, radii 60 and 100, 300 mm apart: 1190.209524446381 mm', () => {
    const { length } = routeRoundWheels([wheel('a', 0, 0, 60), wheel('b', 300, 0, 100, 'cw')], true);
    expect(Math.abs(length / 1190.209524446381 - 1)).toBeLessThan(1e-12);
    expect(Math.abs(length / crossedBelt(100, 60, 300) - 1)).toBeLessThan(1e-12);
  });
});

describe('pitch radius of a toothed wheel', () => {
  it('ISO 606: pitch diameter p / sin(180°/z), 17 teeth 69.1158 mm and 38 teeth 153.7915 mm at 12.7', () => {
    expect(2 * toothRadius(17, 12.7, 'stiff')).toBeCloseTo(69.1158, 4);
    expect(2 * toothRadius(38, 12.7, 'stiff')).toBeCloseTo(153.7915, 4);
  });

  it('a toothed belt lies on z p / 2π, 0.57 % less at 17 teeth', () => {
    expect(toothRadius(17, 12.7, 'stiff') / toothRadius(17, 12.7, 'bending') - 1).toBeCloseTo(0.0057, 4);
  });
});

describe('routes in general', () => {
  it('are smooth: no corner where span and wheel meet, with either sense', () => {
    const { contour } = routeRoundWheels(
      [wheel('a', 0, 0, 30), wheel('b', 200, 10, 45), wheel('c', 120, 90, 20, 'cw'), wheel('d', 60, 160, 25)],
      true,
    );
    const { corners, minRadius } = inspectPath(measurePath(contour));
    expect(corners).toEqual([]);
    expect(minRadius).toBeCloseTo(20, 9);
  });

  it('the wraps of a plain loop add up to one turn', () => {
    const { wraps } = routeRoundWheels(
      [wheel('a', 0, 0, 30), wheel('b', 200, 10, 45), wheel('c', 60, 160, 25)],
      true,
    );
    expect(wraps.reduce((sum, wrap) => sum + wrap.angle, 0)).toBeCloseTo(2 * Math.PI, 12);
  });

  it('wheels in a straight row have no wrap, not a whole turn', () => {
    const row = [
      wheel('a', 0, 0, 40),
      wheel('b', 100, 0, 40),
      wheel('c', 200, 0, 40),
      wheel('d', 100, 150, 30),
    ];
    const { wraps } = routeRoundWheels(row, true);
    expect(wraps[1].angle).toBeLessThan(1e-9);
  });

  it('an open route runs from contact to contact', () => {
    const { length, wraps } = routeRoundWheels([wheel('a', 0, 0, 30), wheel('b', 200, 0, 30)], false);
    expect(length).toBeCloseTo(200, 12);
    expect(wraps.map((wrap) => wrap.angle)).toEqual([0, 0]);
  });

  it('warns of a wheel that the route passes by, and by how much', () => {
    // Pressed into the upper span from outside by 5 mm: it is touched. Inside the loop, it is passed by.
    const { missed } = routeRoundWheels(
      [wheel('a', 0, 0, 30), wheel('b', 300, 0, 30), wheel('c', 150, 35, 10, 'cw')],
      true,
    );
    expect(missed).toEqual([]);
    const passed = routeRoundWheels(
      [wheel('a', 0, 0, 30), wheel('b', 300, 0, 30), wheel('c', 150, 10, 10)],
      true,
    );
    expect(passed.missed).toHaveLength(1);
    expect(passed.missed[0].wheel).toBe('c');
    expect(passed.missed[0].by).toBeCloseTo(10, 9);
  });
});

describe('routes that cannot be laid', () => {
  it('names wheels that overlap', () => {
    const error = failure([wheel('a', 0, 0, 60), wheel('b', 100, 0, 60)]);
    expect(error.code).toBe('wheels-overlap');
    expect(error.subject.wheels).toEqual(['a', 'b']);
    expect(error.message).toMatch(/overlap by 20 mm/);
  });

  it('names wheels that cannot be reached', () => {
    expect(failure([wheel('a', 0, 0, 60), wheel('b', 10, 0, 20)]).code).toBe('wheel-unreachable');
    expect(failure([wheel('a', 0, 0, 60), wheel('b', 100, 0, 50, 'cw')]).code).toBe('wheel-unreachable');
  });

  it('refuses impossible wheels and counts of them', () => {
    expect(failure([wheel('a', 0, 0, 60)]).code).toBe('wheels-too-few');
    expect(failure([wheel('a', 0, 0, NaN), wheel('b', 200, 0, 20)]).code).toBe('wheel-invalid');
    expect(failure([wheel('a', 0, 0, 0), wheel('b', 200, 0, 20)]).code).toBe('wheel-invalid');
    expect(failure([wheel('a', Infinity, 0, 10), wheel('b', 200, 0, 20)]).code).toBe('wheel-invalid');
    expect(failure(Array.from({ length: 201 }, (_, i) => wheel(`w${i}`, 100 * i, 0, 10))).code).toBe(
      'wheels-too-many',
    );
  });
});
