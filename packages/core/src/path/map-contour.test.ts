import fc from 'fast-check';
import svgpath from 'svgpath';
import { describe, expect, it } from 'vitest';
import { determinant, inverse, mapPoint, mirrorOver, multiply, turnedTo, type AffineTuple } from '../math';
import { mapContour, measurePath, newReading, parsePathData, pathReader } from './index';

const number = fc.double({ min: -3, max: 3, noNaN: true });
const affine: fc.Arbitrary<AffineTuple> = fc
  .tuple(number, number, number, number, number, number)
  .filter((m) => Math.abs(determinant(m)) > 0.05);

describe('affine maps', () => {
  it('one after the other, and undone', () => {
    fc.assert(
      fc.property(affine, affine, number, number, (m, n, x, y) => {
        const p = { x, y };
        const twice = mapPoint(m, mapPoint(n, p));
        const once = mapPoint(multiply(m, n), p);
        expect(Math.hypot(twice.x - once.x, twice.y - once.y)).toBeLessThan(1e-9);
        const back = mapPoint(inverse(m), mapPoint(m, p));
        expect(Math.hypot(back.x - x, back.y - y)).toBeLessThan(1e-9);
      }),
    );
  });

  it('turning keeps lengths; mirroring twice is nothing, and leaves its line where it is', () => {
    expect(determinant(turnedTo(3, 4, 0.7))).toBeCloseTo(1, 12);
    const mirror = mirrorOver(2, 1, 0.4);
    multiply(mirror, mirror).forEach((value, i) => expect(value).toBeCloseTo([1, 0, 0, 1, 0, 0][i], 12));
    const on = { x: 2 + 5 * Math.cos(0.4), y: 1 + 5 * Math.sin(0.4) };
    expect(mapPoint(mirror, on)).toEqual({ x: expect.closeTo(on.x, 12), y: expect.closeTo(on.y, 12) });
  });
});

describe('a contour under an affine map', () => {
  const data = 'M0 0H30A20 12 30 0 1 60 10C70 30 40 50 30 40A10 10 0 1 0 12 44Z';
  const contour = parsePathData(data)[0];
  const path = measurePath(contour);

  it('every place of it goes where the map takes it', () => {
    fc.assert(
      fc.property(affine, (m) => {
        const mapped = mapContour(contour, m);
        expect(mapped.segments).toHaveLength(contour.segments.length);
        const read = pathReader(path);
        const there = measurePath(mapped);
        const readThere = pathReader(there);
        const [at, to] = [newReading(), newReading()];
        // The ends of segments lie at the same numbers; between them arc lengths differ.
        let [s, t] = [0, 0];
        for (const [i, segment] of contour.segments.entries()) {
          s += measurePath({ segments: [segment], closed: false }).length;
          t += measurePath({ segments: [mapped.segments[i]], closed: false }).length;
          read(s, at);
          readThere(t, to);
          const p = mapPoint(m, { x: at[0], y: at[1] });
          expect(Math.hypot(p.x - to[0], p.y - to[1])).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('is as long as what the path library makes of it', () => {
    fc.assert(
      fc.property(affine, (m) => {
        const theirs = parsePathData(
          svgpath(data)
            .matrix([...m])
            .toString(),
        )[0];
        const ours = measurePath(mapContour(contour, m)).length;
        expect(Math.abs(ours / measurePath(theirs).length - 1)).toBeLessThan(1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('a circle scaled in one direction is the ellipse of that size', () => {
    const circle = parsePathData('M5 0A5 5 0 0 1 -5 0A5 5 0 0 1 5 0Z')[0];
    const [first] = mapContour(circle, [2, 0, 0, 1, 7, -3]).segments;
    if (first.kind !== 'ellipse') throw new Error('an ellipse is wanted');
    expect([first.rx, first.ry].sort((a, b) => a - b)).toEqual([
      expect.closeTo(5, 12),
      expect.closeTo(10, 12),
    ]);
    expect(first.centre).toEqual({ x: 7, y: -3 });
  });
});
