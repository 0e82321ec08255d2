import { IDENTITY, mapPoint, measurePath, parsePathData, turnedTo } from '@coin-relay/core';
import type { Boundary } from '@coin-relay/model';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cropped } from './crop';

const square = (keep: 'inside' | 'outside'): Boundary => ({
  area: Float64Array.of(0, -50, 100, -50, 100, 50, 0, 50),
  keep,
  how: 'cut',
});
const CIRCLE = 'M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z';
const points = (d: string): [number, number][] =>
  [...d.matchAll(/[ML](\S+) ([^MLZ]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
/** The area of all rings, holes taken off by their turning (shoelace formula). */
const areaOf = (d: string): number =>
  Math.abs(
    d
      .split('Z')
      .map(points)
      .reduce(
        (sum, ring) =>
          sum +
          ring.reduce((part, [x, y], i) => {
            const [u, v] = ring[(i + 1) % ring.length];
            return part + (x * v - u * y) / 2;
          }, 0),
        0,
      ),
  );

describe('a shape that is cut at a boundary', () => {
  it('a circle across an edge: the area of a circular segment on either side', () => {
    // Closed form: r² acos(h / r) − h √(r² − h²), with the edge h from the middle.
    const [r, h] = [10, 4];
    const segment = r * r * Math.acos(h / r) - h * Math.sqrt(r * r - h * h);
    const at = [1, 0, 0, 1, -h, 0];
    expect(areaOf(cropped(CIRCLE, at, square('inside')))).toBeCloseTo(segment, 0);
    expect(areaOf(cropped(CIRCLE, at, square('outside')))).toBeCloseTo(Math.PI * r * r - segment, 0);
  });

  it('what lies wholly on a side is all of it, or nothing', () => {
    expect(areaOf(cropped(CIRCLE, [1, 0, 0, 1, 50, 0], square('inside')))).toBeCloseTo(100 * Math.PI, 0);
    expect(cropped(CIRCLE, [1, 0, 0, 1, 50, 0], square('outside'))).toBe('');
    expect(cropped(CIRCLE, [1, 0, 0, 1, -50, 0], square('inside'))).toBe('');
  });

  it('holes stay holes', () => {
    const plate = 'M-20 -10H20V10H-20ZM-15 -5V5H15V-5Z';
    const half = cropped(plate, IDENTITY, square('inside'));
    expect(areaOf(half)).toBeCloseTo((40 * 20 - 30 * 10) / 2, 2);
  });

  it('an open line stays one, as long as what of it is kept', () => {
    const line = cropped('M-30 0L30 0', IDENTITY, square('inside'));
    expect(line).not.toContain('Z');
    expect(measurePath(parsePathData(line)[0]).length).toBeCloseTo(30, 3);
  });

  it('however it lies, the two sides together are the whole (property)', () => {
    const size = fc.double({ min: -60, max: 60, noNaN: true });
    fc.assert(
      fc.property(size, size, fc.double({ min: 0, max: 6.3, noNaN: true }), (x, y, turn) => {
        const m = turnedTo(x, y, turn);
        const rest = 'M-20 -10H20V10H-20Z';
        const [inside, outside] = [cropped(rest, m, square('inside')), cropped(rest, m, square('outside'))];
        expect(areaOf(inside) + areaOf(outside)).toBeCloseTo(800, 0);
        for (const [px, py] of points(inside)) {
          const at = mapPoint(m, { x: px, y: py });
          expect(at.x).toBeGreaterThan(-0.01);
          expect(Math.abs(at.y)).toBeLessThan(50.01);
        }
      }),
      { numRuns: 60, seed: 2 },
    );
  });
});
