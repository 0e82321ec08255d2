import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hang } from '../hang';
import { contourCorners } from '../edit';
import { measurePath } from '../path';
import { routeRoundWheels, sketchRoute, type RouteWheel } from './index';

const wheel = (
  id: string,
  x: number,
  y: number,
  radius: number,
  more: Partial<RouteWheel> = {},
): RouteWheel => ({
  id,
  x,
  y,
  radius,
  turn: 'ccw',
  ...more,
});

describe('a span with slack', () => {
  it('hangs tangent to both wheels, and the route is longer by just the slack (property)', () => {
    const size = fc.double({ min: 10, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        size,
        size,
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.double({ min: 0.01, max: 25, noNaN: true }),
        (r, R, y, slack) => {
          const taut = routeRoundWheels([wheel('a', 0, 0, r), wheel('b', 300, y, R)], true);
          const slackened = routeRoundWheels([wheel('a', 0, 0, r, { slack }), wheel('b', 300, y, R)], true);
          expect(slackened.length - taut.length).toBeCloseTo(slack, 8);
          expect(Math.abs(measurePath(slackened.contour).length - slackened.length)).toBeLessThan(1e-8);
          // No corner anywhere: tangent where it leaves and where it arrives.
          expect(contourCorners(slackened.contour)).toEqual([]);
          expect(slackened.sags).toHaveLength(1);
        },
      ),
      { numRuns: 60, seed: 17 },
    );
  });
  it('between small wheels it is the catenary between their centres', () => {
    const { sags } = routeRoundWheels(
      [wheel('a', 0, 0, 0.001, { slack: 10 }), wheel('b', 200, 0, 0.001)],
      true,
    );
    expect(sags[0].sag).toBeCloseTo(
      hang({ x: 0, y: 0 }, { x: 200, y: 0 }, { by: 'length', length: 210 }).sag,
      2,
    );
  });
  it('the returning strand of a loop can hang too, and the upper one', () => {
    for (const i of [0, 1]) {
      const wheels = [wheel('a', 0, 0, 40), wheel('b', 300, 0, 30)].map((w, k) =>
        k === i ? { ...w, slack: 6 } : w,
      );
      expect(contourCorners(routeRoundWheels(wheels, true).contour)).toEqual([]);
    }
  });
  it('says what cannot hang', () => {
    expect(() =>
      routeRoundWheels([wheel('a', 0, 0, 10, { slack: 5 }), wheel('b', 0, 200, 10)], true),
    ).toThrow(/upright/);
    expect(() =>
      routeRoundWheels([wheel('a', 0, 0, 10, { slack: 5000 }), wheel('b', 200, 0, 10)], true),
    ).toThrow(/at most four times/);
    expect(() =>
      routeRoundWheels([wheel('a', 0, 0, 10, { slack: -5 }), wheel('b', 200, 0, 10)], true),
    ).toThrow(/above zero/);
  });
});

describe('open routes', () => {
  it('start and end on bare points', () => {
    const { length, contour } = routeRoundWheels(
      [wheel('from', 0, 0, 0), wheel('idler', 100, 50, 20, { turn: 'cw' }), wheel('to', 200, 0, 0)],
      false,
    );
    // Two tangents from points 111.803 away from the centre, and the wrap between them.
    const d = Math.hypot(100, 50);
    const span = Math.sqrt(d * d - 400);
    const wrap = 2 * (Math.atan2(50, 100) - 0) + 2 * Math.asin(20 / d);
    expect(length).toBeCloseTo(2 * span + 20 * wrap, 9);
    expect(contour.closed).toBe(false);
  });
  it('points within a route are refused', () => {
    expect(() =>
      routeRoundWheels([wheel('a', 0, 0, 10), wheel('p', 50, 9, 0), wheel('b', 90, 0, 10)], true),
    ).toThrow(/p is a point/);
  });
});

describe('routes to be warned of', () => {
  it('a span through another wheel', () => {
    const { cuts } = routeRoundWheels(
      [wheel('a', 0, 0, 20), wheel('b', 300, 0, 20), wheel('c', 150, 10, 40, { turn: 'cw' })],
      true,
    );
    expect(cuts.map(({ wheel: id, from, to }) => [id, from, to])).toEqual([['c', 'a', 'b']]);
    expect(cuts[0].by).toBeCloseTo(40 - 30, 9);
  });
  it('what there is of a broken route is drawn, and the pair that breaks it named', () => {
    const { contours, faults } = sketchRoute(
      [wheel('a', 0, 0, 20), wheel('b', 30, 0, 20), wheel('c', 300, 100, 20)],
      true,
    );
    expect(faults.map((fault) => fault.subject.wheels)).toEqual([['a', 'b']]);
    expect(contours).toHaveLength(2);
  });
});
