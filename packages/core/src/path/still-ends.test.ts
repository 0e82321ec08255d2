import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { DEFAULT_REQUEST, fitRow, type FitRequest } from '../fit';
import { inspectPath, measurePath, newReading, parsePathData, pathReader, type MeasuredPath } from './index';

const pathOf = (d: string): MeasuredPath => measurePath(parsePathData(d)[0]);
const at = (path: MeasuredPath, s: number): number[] => {
  const out = newReading();
  pathReader(path)(s, out);
  return [...out];
};

describe('a curve that stands still at an end', () => {
  it('begins the way it goes on from there', () => {
    // Its handle has no length: the second derivative points from the first point to the second handle.
    const path = pathOf('M0 0C0 0 30 40 60 0');
    const [x, y, tx, ty, bend] = at(path, 0);
    expect([x, y, bend]).toEqual([0, 0, 0]);
    expect([tx, ty]).toEqual([expect.closeTo(0.6, 12), expect.closeTo(0.8, 12)]);
    const near = at(path, 1e-6);
    expect([near[2], near[3]]).toEqual([expect.closeTo(0.6, 3), expect.closeTo(0.8, 3)]);
  });

  it('ends the way it came', () => {
    const path = pathOf('M0 0C30 40 60 0 60 0');
    const [x, y, tx, ty] = at(path, path.length);
    expect([x, y]).toEqual([expect.closeTo(60, 9), expect.closeTo(0, 9)]);
    expect([tx, ty]).toEqual([expect.closeTo(0.6, 5), expect.closeTo(-0.8, 5)]);
  });

  it('with both handles on its ends it is the line between them', () => {
    const path = pathOf('M0 0C0 0 93.1 37.7 93.1 37.7');
    const size = Math.hypot(93.1, 37.7);
    expect(path.length).toBeCloseTo(size, 9);
    for (const s of [0, 1e-9, 20, size - 1e-9, size]) {
      const [, , tx, ty, bend] = at(path, s);
      // Near an end what is lost in the points is much of what little it moves there.
      expect([tx, ty, bend]).toEqual([expect.closeTo(93.1 / size, 6), expect.closeTo(37.7 / size, 6), 0]);
    }
    expect(inspectPath(path).minRadius).toBeNull();
  });

  it('with three points in one it goes on the way of its third derivative', () => {
    const [, , tx, ty] = at(pathOf('M5 5C5 5 5 5 35 45'), 0);
    expect([tx, ty]).toEqual([expect.closeTo(0.6, 12), expect.closeTo(0.8, 12)]);
  });

  it('a straight line written as a curve is straight wherever it lies', () => {
    const straight = fc.record({
      x: fc.double({ min: -1e4, max: 1e4, noNaN: true }),
      y: fc.double({ min: -1e4, max: 1e4, noNaN: true }),
      angle: fc.double({ min: 0, max: 6.28, noNaN: true }),
      size: fc.double({ min: 1, max: 1e3, noNaN: true }),
      handles: fc.constantFrom([0, 1], [1 / 3, 2 / 3], [0, 2 / 3], [1 / 3, 1], [0.1, 0.7]),
    });
    fc.assert(
      fc.property(straight, ({ x, y, angle, size, handles }) => {
        const on = (t: number): string =>
          `${x + t * size * Math.cos(angle)} ${y + t * size * Math.sin(angle)}`;
        const { minRadius } = inspectPath(pathOf(`M${on(0)}C${on(handles[0])} ${on(handles[1])} ${on(1)}`));
        // What rounding of the points themselves bends it by is far beyond any machine.
        expect(minRadius ?? Infinity).toBeGreaterThan(1e6);
      }),
      { numRuns: 300 },
    );
  });
});

describe('no number that is not finite leaves a fit', () => {
  const coordinate = fc.double({ min: -200, max: 200, noNaN: true });
  const point = fc.tuple(coordinate, coordinate);
  const curve = fc.record({
    from: point,
    out: point,
    in: point,
    to: point,
    still: fc.constantFrom('start', 'end', 'both', 'none'),
    after: fc.constantFrom('', 'L300 300', 'S400 100 300 0', 'T300 10'),
  });
  const requests: Partial<FitRequest>[] = [
    {},
    { pieces: 'bending' },
    { hold: 'pitch' },
    { hold: 'both' },
    { multiple: 2 },
    { rounding: 'up' },
  ];

  it('with handles of no length at either end', () => {
    fc.assert(
      fc.property(curve, fc.constantFrom(...requests), ({ from, out, in: into, to, still, after }, also) => {
        const first = still === 'start' || still === 'both' ? from : out;
        const second = still === 'end' || still === 'both' ? to : into;
        if (Math.hypot(to[0] - from[0], to[1] - from[1]) < 1) return;
        const d = `M${from.join(' ')}C${first.join(' ')} ${second.join(' ')} ${to.join(' ')}${after}`;
        const contour = parsePathData(d)[0];
        let fit;
        try {
          fit = fitRow({ kind: 'contour', contour }, { ...REQUEST, ...also });
        } catch (error) {
          expect(error).toBeInstanceOf(RelayError);
          return;
        }
        expect(
          Object.values(fit.row)
            .flatMap(numbersIn)
            .filter((x) => !Number.isFinite(x)),
        ).toEqual([]);
        expect(numbersIn([fit.length, fit.ideal, fit.count, fit.scale]).every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 300 },
    );
  }, 60_000);
});

const REQUEST: FitRequest = { ...DEFAULT_REQUEST, pitch: 7 };

function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (value instanceof Float64Array) return [...value];
  return Array.isArray(value) ? value.flatMap(numbersIn) : [];
}
