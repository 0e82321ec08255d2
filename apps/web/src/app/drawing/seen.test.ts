import { beforeEach, describe, expect, it } from 'vitest';
import { Seen } from './seen';
import { toScreen, type Bounds } from '@coin-relay/painting';

let size: { width: number; height: number };
let bounds: Bounds;
let ready: boolean;
let told: number;
let seen: Seen;

const inSight = ([x0, y0, x1, y1]: Bounds): boolean =>
  [toScreen(seen.view, x0, y0), toScreen(seen.view, x1, y1)].every(
    ({ x, y }) => x >= 0 && x <= size.width && y >= 0 && y <= size.height,
  );

beforeEach(() => {
  size = { width: 800, height: 500 };
  bounds = [0, 0, 300, 100];
  ready = true;
  told = 0;
  seen = new Seen({
    size: () => size,
    bounds: () => bounds,
    ready: () => ready,
    changed: () => told++,
  });
  seen.all();
});

describe('what is seen of the drawing', () => {
  it('what leaves the picture is brought into it; what stays in it moves nothing', () => {
    const { view } = seen;
    bounds = [10, 10, 280, 90];
    seen.follow();
    expect(seen.view).toBe(view);
    // A radius of 300 where one of 50 was.
    bounds = [-300, -300, 600, 300];
    seen.follow();
    expect(inSight(bounds)).toBe(true);
  });

  it('follows another size of the surface', () => {
    size = { width: 400, height: 300 };
    seen.resized({ width: 800, height: 500 });
    expect(inSight(bounds)).toBe(true);
    const { scale } = seen.view;
    size = { width: 1600, height: 1000 };
    seen.resized({ width: 400, height: 300 });
    expect(seen.view.scale).toBeGreaterThan(3 * scale);
  });

  it('stays where the user has moved it, and its middle the middle, until all is to be shown again', () => {
    seen.zoom(4);
    seen.pan(100, 0);
    const { scale } = seen.view;
    const middle = (): number[] => [
      (size.width / 2 - seen.view.x) / scale,
      (size.height / 2 - seen.view.y) / scale,
    ];
    const before = middle();
    bounds = [-300, -300, 600, 300];
    seen.follow();
    size = { width: 900, height: 700 };
    seen.resized({ width: 800, height: 500 });
    expect(seen.view.scale).toBe(scale);
    middle().forEach((value, i) => expect(value).toBeCloseTo(before[i], 9));
    seen.all();
    expect(inSight(bounds)).toBe(true);
    bounds = [-900, -300, 600, 300];
    seen.follow();
    expect(inSight(bounds)).toBe(true);
  });

  it('what is not made yet is shown once it is', () => {
    ready = false;
    seen.all();
    bounds = [0, 0, 3000, 100];
    seen.follow();
    expect(inSight(bounds)).toBe(false);
    ready = true;
    seen.follow();
    expect(inSight(bounds)).toBe(true);
  });

  it('what lies out of sight is pointed at from the edge', () => {
    expect(seen.wayTo(bounds)).toBeNull();
    seen.pan(5000, 0);
    expect(seen.wayTo(bounds)).toEqual({
      x: expect.closeTo(774, 6),
      y: expect.closeTo(250, 6),
      angle: expect.closeTo(0, 6),
    });
    seen.all();
    seen.pan(0, -5000);
    expect(seen.wayTo(bounds)).toEqual({
      x: expect.closeTo(400, 6),
      y: expect.closeTo(26, 6),
      angle: expect.closeTo(-Math.PI / 2, 6),
    });
  });

  it('a place is brought into the middle only where it is not well in sight', () => {
    const { view } = seen;
    seen.goTo({ x: 400, y: 250 });
    expect(seen.view).toBe(view);
    expect(told).toBe(1);
    seen.goTo({ x: 795, y: 250 });
    expect(seen.view.x).toBeCloseTo(view.x - 395, 9);
  });
});
