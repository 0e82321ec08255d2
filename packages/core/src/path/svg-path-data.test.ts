import fc from 'fast-check';
import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, it } from 'vitest';
import { RelayError } from '../error';
import { LIMITS } from '../limits';
import {
  measurePath,
  mirrorContour,
  newReading,
  parsePathData,
  pathReader,
  scaleContour,
  writePathData,
} from './index';

const codeOf = (d: string): string => {
  try {
    parsePathData(d);
  } catch (error) {
    if (error instanceof RelayError) return error.code;
    throw error;
  }
  return 'read';
};
const length = (d: string): number =>
  parsePathData(d).reduce((sum, contour) => sum + measurePath(contour).length, 0);

describe('the grammar of W3C SVG 2, chapter 9.3', () => {
  it('reads every command, absolute and relative alike', () => {
    const absolute = 'M10 10L20 10H30V20C30 30 40 30 40 20S50 10 50 20Q55 30 60 20T70 20A5 5 0 0 1 80 20Z';
    const relative = 'm10 10l10 0h10v10c0 10 10 10 10 0s10-10 10 0q5 10 10 0t10 0a5 5 0 0 1 10 0z';
    expect(length(relative)).toBeCloseTo(length(absolute), 9);
  });

  it('repeats commands, and takes points after M as lines', () => {
    expect(length('M0 0 10 0 10 10')).toBe(20);
    expect(length('m0 0 10 0 0 10')).toBe(20);
    expect(length('M0 0H5 10 20')).toBe(20);
  });

  it('needs no separators where the numbers say where they end', () => {
    expect(length('M0,0L10-5.5.5.5')).toBeCloseTo(length('M 0 0 L 10 -5.5 L 0.5 0.5'), 12);
    expect(length('M0 0a5 5 0 0110 0')).toBeCloseTo(5 * Math.PI, 9);
    expect(length('M0 0L1e1 0')).toBe(10);
  });

  it('goes on from the first point after a closing', () => {
    const contours = parsePathData('M5 5h10v10zl0 -5');
    expect(contours).toHaveLength(2);
    expect(contours[0].closed).toBe(true);
    expect(contours[1].segments[0]).toEqual({ kind: 'line', a: { x: 5, y: 5 }, b: { x: 5, y: 0 } });
  });

  it('an arc too small for its ends is scaled up, one of no radius is a line (appendix B.2.5)', () => {
    expect(length('M0 0A1 1 0 0 1 10 0')).toBeCloseTo(5 * Math.PI, 9);
    expect(length('M0 0A0 5 0 0 1 10 0')).toBe(10);
    expect(parsePathData('M0 0A5 5 0 0 1 0 0L1 0')[0].segments).toHaveLength(1);
  });

  it('agrees with svg-path-properties on a drawing of everything', () => {
    const d = 'M10 10L20 10H30V20C30 30 40 30 40 20S50 10 50 20Q55 30 60 20T70 20A5 8 30 1 0 90 25';
    expect(Math.abs(length(d) / new svgPathProperties(d).getTotalLength() - 1)).toBeLessThan(1e-5);
  });
});

describe('broken path data', () => {
  it.each([
    ['', 'path-data-empty'],
    ['   ', 'path-data-empty'],
    ['L1 1', 'path-data-broken'],
    ['M0 0L', 'path-data-broken'],
    ['M0 0L1', 'path-data-broken'],
    ['M0 0X', 'path-data-broken'],
    ['M0 0L NaN 4', 'path-data-broken'],
    ['M0 0L Infinity 4', 'path-data-broken'],
    ['M0 0A1 1 0 2 1 3 3', 'path-data-broken'],
    ['M0 0,,1', 'path-data-broken'],
    ['M0 0L1e999 4', 'path-not-finite'],
    ['M0 0L1e8 4', 'path-not-finite'],
  ])('%j is %s', (d, code) => {
    expect(codeOf(d)).toBe(code);
  });

  it('says at which character', () => {
    expect(() => parsePathData('M0 0L10 10 Q5')).toThrow(/character 14/);
    expect(() => parsePathData('M0 0 & 3')).toThrow(/character 6.*“& 3”/);
  });

  it('refuses more characters than the limit', () => {
    expect(codeOf(`M0 0${'h1'.repeat(LIMITS.pathDataCharacters / 2)}`)).toBe('path-data-too-large');
  });

  it('never does anything but answer or refuse (property)', () => {
    const scrap = fc.array(
      fc.constantFrom(
        'M',
        'm',
        'L',
        'C',
        'q',
        'A',
        'z',
        '0',
        '1',
        '-',
        '.',
        'e',
        ',',
        ' ',
        '5',
        'S',
        't',
        'H',
        'NaN',
      ),
      {
        maxLength: 40,
      },
    );
    fc.assert(
      fc.property(scrap, (parts) => {
        const d = parts.join('');
        try {
          for (const contour of parsePathData(d)) expect(contour.segments.length).toBeGreaterThan(0);
        } catch (error) {
          expect(error).toBeInstanceOf(RelayError);
          expect((error as RelayError).message).toMatch(/path data/);
        }
      }),
      { numRuns: 500, seed: 7 },
    );
  });
});

describe('writing and mapping', () => {
  const d = 'M10 10L30 10C30 30 60 30 60 10A20 10 30 0 1 90 20A15 15 0 1 1 91 50Z';

  it('writes what it has read (property over scale)', () => {
    const [contour] = parsePathData(d);
    const again = parsePathData(writePathData(contour, 12))[0];
    expect(measurePath(again).length).toBeCloseTo(measurePath(contour).length, 8);
    expect(again.closed).toBe(true);
  });

  it('a full circle survives', () => {
    const [contour] = parsePathData('M5 0A5 5 0 0 1 -5 0A5 5 0 0 1 5 0Z');
    expect(measurePath(parsePathData(writePathData(contour, 12))[0]).length).toBeCloseTo(10 * Math.PI, 9);
  });

  it('mirroring keeps lengths and puts every point on the other side', () => {
    const a = measurePath(parsePathData(d)[0]);
    const b = measurePath(mirrorContour(parsePathData(d)[0]));
    expect(b.length).toBeCloseTo(a.length, 9);
    const p = newReading();
    const q = newReading();
    for (let i = 0; i < 20; i++) {
      pathReader(a)((a.length * i) / 20, p);
      pathReader(b)((b.length * i) / 20, q);
      expect(q[0]).toBeCloseTo(p[0], 7);
      expect(q[1]).toBeCloseTo(-p[1], 7);
      expect(q[4]).toBeCloseTo(-p[4], 5);
    }
  });

  it('scaling scales lengths', () => {
    const [contour] = parsePathData(d);
    const scaled = scaleContour(contour, { x: 7, y: -3 }, 2.5);
    expect(measurePath(scaled).length / measurePath(contour).length).toBeCloseTo(2.5, 10);
  });
});
