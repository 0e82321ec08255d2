import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { withOneMore, withStation } from './stations';

const many = fc
  .uniqueArray(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 6 })
  .map((places) => places.sort((a, b) => a - b).map((at) => ({ at, scale: 1 })));

describe('stations along a path', () => {
  it('keep their order however one is moved, and round a closed path none comes to lie on another', () => {
    fc.assert(
      fc.property(
        many,
        fc.nat(),
        fc.double({ min: -1, max: 2, noNaN: true }),
        fc.boolean(),
        (all, n, at, closed) => {
          // What is nearer than stations keep apart was never dragged there.
          fc.pre(all.every((station, i) => i === 0 || station.at - all[i - 1].at > 1e-4));
          fc.pre(!closed || all.length < 2 || all[all.length - 1].at - all[0].at < 1 - 1e-4);
          const moved = withStation(all, n % all.length, { at }, closed);
          moved.forEach((station, i) => {
            expect(station.at).toBeGreaterThanOrEqual(0);
            expect(station.at).toBeLessThanOrEqual(1);
            if (i > 0) expect(station.at).toBeGreaterThan(moved[i - 1].at);
          });
          if (closed && moved.length > 1) expect(moved[moved.length - 1].at - moved[0].at).toBeLessThan(1);
        },
      ),
    );
  });

  it('another one is as the last: beyond it, or before it where that is at the end', () => {
    expect(withOneMore([{ at: 0.5, scale: 3 }])).toEqual([
      { at: 0.5, scale: 3 },
      { at: 0.75, scale: 3 },
    ]);
    expect(
      withOneMore([
        { at: 0.5, scale: 1 },
        { at: 1, scale: 2 },
      ]).map(({ at }) => at),
    ).toEqual([0.5, 0.75, 1]);
  });
});
