import { mapped3 } from '@coin-relay/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SIDE_VIEWS, viewMap } from './viewpoint';

const about = (values: readonly number[]): unknown[] => values.map((value) => expect.closeTo(value, 9));

describe('where a job is looked at from', () => {
  it('from the front x is to the right and what is up in the job is up', () => {
    expect(mapped3(viewMap(SIDE_VIEWS.front, 'upright'), 1, 2, 3)).toEqual(about([1, 2, 3]));
    expect(mapped3(viewMap(SIDE_VIEWS.front, 'lying'), 1, 2, 3)).toEqual(about([1, 3, -2]));
  });

  it('from above a job that lies flat is as in plan', () => {
    expect(mapped3(viewMap(SIDE_VIEWS.above, 'lying'), 1, 2, 3)).toEqual(about([1, 2, 3]));
    expect(mapped3(viewMap(SIDE_VIEWS.above, 'upright'), 1, 2, 3)).toEqual(about([1, -3, 2]));
  });

  it('from the side one looks along x', () => {
    expect(mapped3(viewMap(SIDE_VIEWS.side, 'upright'), 1, 2, 3)).toEqual(about([-3, 2, 1]));
  });

  it('sizes stay as they are, and right hands right, from wherever it is looked', () => {
    const angle = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(angle, angle, fc.constantFrom('lying', 'upright'), (turn, tilt, stands) => {
        const m = viewMap({ turn, tilt }, stands as 'lying' | 'upright');
        const [x, y, z] = [
          [m[0], m[4], m[8]],
          [m[1], m[5], m[9]],
          [m[2], m[6], m[10]],
        ];
        const dot = (a: readonly number[], b: readonly number[]): number =>
          a.reduce((sum, value, i) => sum + value * b[i], 0);
        expect([dot(x, x), dot(y, y), dot(z, z)]).toEqual(about([1, 1, 1]));
        expect([dot(x, y), dot(y, z), dot(z, x)]).toEqual(about([0, 0, 0]));
        const cross = [x[1] * y[2] - x[2] * y[1], x[2] * y[0] - x[0] * y[2], x[0] * y[1] - x[1] * y[0]];
        expect(cross).toEqual(about(z));
      }),
    );
  });
});
