import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, it } from 'vitest';
import { inspectPath, measurePath, newReading, parsePathData, pathReader, type Contour } from './index';

const lengthOf = (d: string): number => measurePath(parsePathData(d)[0]).length;
const relative = (found: number, exact: number): number => Math.abs(found / exact - 1);

describe('lengths against closed forms', () => {
  it('circle: 2πr', () => {
    expect(relative(lengthOf('M50 0A50 50 0 0 1 -50 0A50 50 0 0 1 50 0Z'), 100 * Math.PI)).toBeLessThan(
      1e-12,
    );
  });

  it('stadium: 2πr + 2a', () => {
    const d = 'M0 0H120A30 30 0 0 1 120 60H0A30 30 0 0 1 0 0Z';
    expect(relative(lengthOf(d), 60 * Math.PI + 240)).toBeLessThan(1e-12);
  });

  it('ellipse of semi-axes 1 and 0.5: 4.844224110273838 (complete elliptic integral, Abramowitz & Stegun ch. 17)', () => {
    expect(relative(lengthOf('M1 0A1 .5 0 0 1 -1 0A1 .5 0 0 1 1 0Z'), 4.844224110273838)).toBeLessThan(1e-10);
  });

  it('parabola y = x²/2 from 0 to 1: (√2 + asinh 1) / 2', () => {
    // As a quadratic Bézier: control point where the end tangents meet, (0.5, 0).
    expect(relative(lengthOf('M0 0Q.5 0 1 .5'), (Math.SQRT2 + Math.asinh(1)) / 2)).toBeLessThan(1e-10);
  });

  it('a straight line written as a cubic with uneven speed', () => {
    expect(relative(lengthOf('M0 0C1 0 2 0 30 0'), 30)).toBeLessThan(1e-10);
  });

  it('a cubic with a cusp is measured through it', () => {
    // x = 30t(1−t)² + … of M0 0 C10 10 0 10 10 0: both halves are mirror images, so half is half.
    const path = measurePath(parsePathData('M0 0C10 10 0 10 10 0')[0]);
    const out = newReading();
    pathReader(path)(path.length / 2, out);
    expect(out[0]).toBeCloseTo(5, 6);
    expect(out[1]).toBeCloseTo(7.5, 6);
  });
});

describe('lengths and points against general-purpose libraries', () => {
  const coordinate = fc.double({ min: -200, max: 200, noNaN: true });
  const cubic = fc.array(coordinate, { minLength: 8, maxLength: 8 });

  it('random cubics agree with bezier-js to its accuracy', () => {
    fc.assert(
      fc.property(cubic, (n) => {
        const [x0, y0, x1, y1, x2, y2, x3, y3] = n;
        const bezier = new Bezier(x0, y0, x1, y1, x2, y2, x3, y3);
        // A tangle too small to measure against its own coordinates says nothing.
        fc.pre(bezier.length() > 1);
        // bezier-js integrates with one 24-point rule; near cusps that is off by some 1e-3, ours is refined.
        const found = lengthOf(`M${x0} ${y0}C${x1} ${y1} ${x2} ${y2} ${x3} ${y3}`);
        expect(relative(found, bezier.length())).toBeLessThan(2e-2);
        expect(found).toBeGreaterThanOrEqual(Math.hypot(x3 - x0, y3 - y0) * (1 - 1e-12));
      }),
      { numRuns: 60, seed: 20261124 },
    );
  });

  it('a smooth cubic agrees with bezier-js closely', () => {
    const bezier = new Bezier(0, 0, 30, 40, 70, 40, 100, 0);
    expect(relative(lengthOf('M0 0C30 40 70 40 100 0'), bezier.length())).toBeLessThan(1e-9);
  });

  it('points by length agree with svg-path-properties to its accuracy; on the ellipse ours is closer to the exact length', () => {
    const d = 'M10 80C40 10 65 10 95 80S150 150 180 80L200 60Q230 20 260 80';
    const reference = new svgPathProperties(d);
    const path = measurePath(parsePathData(d)[0]);
    const read = pathReader(path);
    const out = newReading();
    for (let i = 0; i <= 40; i++) {
      const s = (path.length * i) / 40;
      read(s, out);
      const p = reference.getPointAtLength(s);
      expect(Math.hypot(out[0] - p.x, out[1] - p.y)).toBeLessThan(5e-4 * path.length);
    }
    // Who is off? On a parabola the arc length is known: y = x²/2 has s(x) = (x √(1 + x²) + asinh x) / 2.
    const parabola = 'M0 0Q50 0 100 5000';
    const ours = pathReader(measurePath(parsePathData(parabola)[0]));
    const other = new svgPathProperties(parabola);
    const arc = (x: number): number => (x * Math.sqrt(1 + x * x) + Math.asinh(x)) / 2;
    let oursWorst = 0;
    let theirsWorst = 0;
    for (let x = 5; x < 100; x += 5) {
      ours(arc(x), out);
      oursWorst = Math.max(oursWorst, Math.hypot(out[0] - x, out[1] - (x * x) / 2));
      const p = other.getPointAtLength(arc(x));
      theirsWorst = Math.max(theirsWorst, Math.hypot(p.x - x, p.y - (x * x) / 2));
    }
    expect(oursWorst).toBeLessThan(1e-9 * arc(100));
    expect(oursWorst).toBeLessThan(theirsWorst);
    const ellipse = 'M1 0A1 .5 0 0 1 -1 0A1 .5 0 0 1 1 0Z';
    const exact = 4.844224110273838;
    const theirs = Math.abs(new svgPathProperties(ellipse).getTotalLength() - exact);
    expect(Math.abs(lengthOf(ellipse) - exact)).toBeLessThanOrEqual(theirs);
  });
});

describe('reading by arc length', () => {
  it('a step along the path is as long as it says, everywhere (|error| ≤ 1e-9 L)', () => {
    const path = measurePath(parsePathData('M0 0C100 120 -40 150 80 40Q120 0 160 60A40 20 30 1 0 240 60')[0]);
    const read = pathReader(path);
    const a = newReading();
    const b = newReading();
    const h = path.length * 1e-5;
    for (let i = 0; i < 2000; i++) {
      const s = (path.length * (i + 0.5)) / 2001;
      read(s - h / 2, a);
      read(s + h / 2, b);
      const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
      // A chord is shorter than its arc by κ² h³ / 24.
      expect(Math.abs(chord - h)).toBeLessThan(1e-9 * path.length);
    }
  });

  it('wraps round when closed, and runs on straight when open', () => {
    const out = newReading();
    const square = pathReader(measurePath(parsePathData('M0 0H10V10H0Z')[0]));
    square(45, out);
    expect([out[0], out[1]]).toEqual([5, 0]);
    square(-5, out);
    expect([out[0], out[1]]).toEqual([0, 5]);
    const line = pathReader(measurePath(parsePathData('M0 0L3 4')[0]));
    line(10, out);
    expect(out[0]).toBeCloseTo(6, 12);
    expect(out[1]).toBeCloseTo(8, 12);
    line(-5, out);
    expect(out[0]).toBeCloseTo(-3, 12);
  });
});

describe('inspection', () => {
  it('tightest bend of an ellipse is b²/a at the ends of its long axis', () => {
    const { minRadius, corners, closed } = inspectPath(
      measurePath(parsePathData('M40 0A40 20 0 0 1 -40 0A40 20 0 0 1 40 0Z')[0]),
    );
    expect(minRadius).toBeCloseTo(10, 6);
    expect(corners).toEqual([]);
    expect(closed).toBe(true);
  });

  it('finds the corners of a square, the closing one too, and no bend', () => {
    const found = inspectPath(measurePath(parsePathData('M0 0H10V10H0Z')[0]));
    expect(found.minRadius).toBeNull();
    expect(found.corners.map((corner) => corner.s)).toEqual([0, 10, 20, 30]);
    for (const corner of found.corners) expect(corner.turn).toBeCloseTo(Math.PI / 2, 12);
    expect(found.bounds).toEqual([0, 0, 10, 10]);
  });

  it('a cusp inside a curve is a corner of half a turn', () => {
    const { corners } = inspectPath(measurePath(parsePathData('M0 0C10 10 0 10 10 0')[0]));
    expect(corners).toHaveLength(1);
    expect(corners[0].x).toBeCloseTo(5, 6);
    expect(corners[0].y).toBeCloseTo(7.5, 6);
    expect(Math.abs(corners[0].turn)).toBeCloseTo(Math.PI, 2);
  });

  it('a smooth tight curve has none, however finely it is cut', () => {
    expect(inspectPath(measurePath(parsePathData('M0 0C60 60 -40 60 20 0')[0])).corners).toEqual([]);
    expect(
      inspectPath(measurePath(parsePathData('M1 0A1 .02 0 0 1 -1 0A1 .02 0 0 1 1 0Z')[0])).corners,
    ).toEqual([]);
  });

  it('a turn under half a degree is no corner', () => {
    const tilt = (angle: number): string => `M0 0H10L${10 + 10 * Math.cos(angle)} ${10 * Math.sin(angle)}`;
    const cornersAt = (degrees: number): number =>
      inspectPath(measurePath(parsePathData(tilt((degrees * Math.PI) / 180))[0])).corners.length;
    expect(cornersAt(0.45)).toBe(0);
    expect(cornersAt(0.55)).toBe(1);
  });

  it('bounds of arcs, wherever they start and whichever way they run', () => {
    for (let k = 0; k < 48; k++) {
      const angle = (k * Math.PI) / 24;
      const [x, y] = [50 * Math.cos(angle), 50 * Math.sin(angle)];
      for (const sweep of [0, 1]) {
        const d = `M${x} ${y}A50 50 0 0 ${sweep} ${-x} ${-y}A50 50 0 0 ${sweep} ${x} ${y}Z`;
        for (const side of inspectPath(measurePath(parsePathData(d)[0])).bounds)
          expect(Math.abs(side)).toBeCloseTo(50, 9);
      }
    }
    // A half circle from (280, 0) to (280, 120) reaches 60 further.
    expect(inspectPath(measurePath(parsePathData('M280 0A60 60 0 0 1 280 120')[0])).bounds[2]).toBeCloseTo(
      340,
      9,
    );
  });

  it('bounds of a curve reach its turning points', () => {
    const [x0, y0, x1, y1] = inspectPath(measurePath(parsePathData('M0 0C0 40 100 40 100 0')[0])).bounds;
    expect([x0, y0, x1]).toEqual([0, 0, 100]);
    expect(y1).toBeCloseTo(30, 9);
  });
});

describe('paths that cannot be measured', () => {
  const bad = (contour: Contour): string => {
    try {
      measurePath(contour);
    } catch (error) {
      return (error as { code: string }).code;
    }
    return 'measured';
  };
  it('names what is wrong', () => {
    const p = { x: 1, y: 1 };
    expect(bad({ closed: false, segments: [{ kind: 'line', a: p, b: p }] })).toBe('path-zero-length');
    expect(bad({ closed: false, segments: [] })).toBe('path-zero-length');
    expect(bad({ closed: false, segments: [{ kind: 'line', a: p, b: { x: NaN, y: 0 } }] })).toBe(
      'path-not-finite',
    );
    expect(bad({ closed: false, segments: [{ kind: 'line', a: p, b: { x: Infinity, y: 0 } }] })).toBe(
      'path-not-finite',
    );
    expect(
      bad({ closed: false, segments: [{ kind: 'arc', centre: p, radius: NaN, start: 0, sweep: 1 }] }),
    ).toBe('path-not-finite');
    const many = Array.from({ length: 50_001 }, () => ({ kind: 'line' as const, a: p, b: { x: 2, y: 2 } }));
    expect(bad({ closed: false, segments: many })).toBe('path-data-too-large');
  });
});
