import { describe, expect, it } from 'vitest';
import { measurePath, newReading, parsePathData, pathReader, type MeasuredPath } from '../path';
import {
  bendOutline,
  fineOutline,
  MOST_CROSSING_CHORDS,
  samplePath,
  readSampledPath,
  selfCrossing,
} from './index';

const path = (data: string): MeasuredPath => measurePath(parsePathData(data)[0]);
const circle = (r: number): MeasuredPath => path(`M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z`);

describe('a rail', () => {
  const wild = path('M0 0C80 0 40 90 120 60S200 -40 260 20A40 40 0 0 1 300 60L380 60');

  it('gives places and directions near those of the path it samples', () => {
    const rail = samplePath(wild, 10);
    const read = pathReader(wild);
    const exact = newReading();
    const at = new Float64Array(4);
    let off = 0;
    let turned = 0;
    for (let i = 0; i <= 1000; i++) {
      const s = (wild.length * i) / 1000;
      read(s, exact);
      readSampledPath(rail, s, at);
      off = Math.max(off, Math.hypot(at[0] - exact[0], at[1] - exact[1]));
      turned = Math.max(turned, Math.abs(at[2] * exact[3] - at[3] * exact[2]));
    }
    // mm: far below what a screen shows; right beside its corners it is at its worst.
    expect(off).toBeLessThan(6e-3);
    expect(turned).toBeLessThan(2e-2);
  });

  it('runs on straight beyond the ends of an open path, and round a closed one', () => {
    const rail = samplePath(path('M0 0L100 0'), 10);
    const at = new Float64Array(4);
    readSampledPath(rail, 130, at);
    expect([...at]).toEqual([130, 0, 1, 0]);
    readSampledPath(rail, -7, at);
    expect([...at]).toEqual([-7, 0, 1, 0]);
    const ring = samplePath(circle(50), 10);
    const once = new Float64Array(4);
    readSampledPath(ring, 10, at);
    readSampledPath(ring, 10 + ring.length, once);
    once.forEach((value, c) => expect(value).toBeCloseTo(at[c], 6));
  });

  // W3C SVG 2, chapter 13.7: at a vertex a marker points midway between the incoming and the outgoing direction.
  it.each([
    ['a right angle to the left', 'M0 0L100 0L100 100', 100, 45],
    ['a right angle to the right', 'M0 0L100 0L100 -100', 100, -45],
    ['a sharp turn', 'M0 0L100 0L30 40', 100, (Math.atan2(40, -70) * 90) / Math.PI],
    ['a line that goes over into an arc', 'M0 0L100 0A50 50 0 0 1 50 50', 100, 45],
  ])('on a corner points midway between its sides: %s', (_, data, s, degrees) => {
    const at = new Float64Array(4);
    const rail = samplePath(path(data), 7.3);
    readSampledPath(rail, s, at);
    expect([at[0], at[1]]).toEqual([expect.closeTo(100, 9), expect.closeTo(0, 9)]);
    expect((Math.atan2(at[3], at[2]) * 180) / Math.PI).toBeCloseTo(degrees, 4);
  });

  it('at the closing place of a closed path too', () => {
    const at = new Float64Array(4);
    readSampledPath(samplePath(path('M0 0L100 0L100 100L0 100Z'), 9), 0, at);
    // In: downwards; out: to the right.
    expect((Math.atan2(at[3], at[2]) * 180) / Math.PI).toBeCloseTo(-45, 6);
  });

  it('beside a corner keeps the direction of that side, however near', () => {
    const rail = samplePath(path('M0 0L100 0L100 100'), 7.3);
    const at = new Float64Array(4);
    readSampledPath(rail, 99.99, at);
    expect([at[0], at[1], at[2]].map((v) => Number(v.toFixed(6)))).toEqual([99.99, 0, 1]);
    readSampledPath(rail, 100.01, at);
    expect([at[0], at[1], at[3]].map((v) => Number(v.toFixed(6)))).toEqual([100, 0.01, 1]);
  });
});

describe('bending an outline', () => {
  it('a rectangle on a circle becomes the exact ring sector: its corners, its arcs, its area', () => {
    const ring = circle(50);
    const outline = fineOutline(parsePathData('M0 -4L30 -4L30 6L0 6Z'), 30 / 28, 0.01);
    const out = new Float64Array(outline.points.length);
    bendOutline(outline, ring, 10, 1, 1, out);
    // To the left of a counter-clockwise circle is inside: y = 6 lies on radius 44, y = −4 on 54.
    const angle = 30 / 50;
    for (let i = 0; i < out.length; i += 2) {
      const r = Math.hypot(out[i], out[i + 1]);
      expect(r).toBeCloseTo(50 - outline.points[i + 1], 9);
    }
    let area = 0;
    for (let i = 0, j = out.length - 2; i < out.length; j = i, i += 2)
      area += (out[j] * out[i + 1] - out[i] * out[j + 1]) / 2;
    const sector = (angle / 2) * (54 ** 2 - 44 ** 2);
    // Chords on arcs lack a little: 1 − (step/2R)²·2/3 of it.
    expect(Math.abs(area)).toBeLessThan(sector);
    expect(Math.abs(area) / sector).toBeGreaterThan(1 - 1e-4);
  });

  it('cuts so finely that no bend shows: neighbouring chords turn by under 4 degrees on the tightest arc', () => {
    const outline = fineOutline(parsePathData('M0 -2L10 -2L10 2L0 2Z'), 10 / 28, 0.005);
    const out = new Float64Array(outline.points.length);
    bendOutline(outline, circle(12), 0, 1, 1, out);
    const turns: number[] = [];
    for (let i = 2; i + 3 < out.length; i += 2) {
      const a = Math.atan2(out[i + 1] - out[i - 1], out[i] - out[i - 2]);
      const b = Math.atan2(out[i + 3] - out[i + 1], out[i + 2] - out[i]);
      turns.push(Math.abs(Math.atan2(Math.sin(b - a), Math.cos(b - a))));
    }
    // Three of them are the corners of the rectangle.
    const sorted = turns.sort((a, b) => b - a);
    expect((sorted[3] * 180) / Math.PI).toBeLessThan(4);
  });

  it('stretches along the path where the row’s pitch is longer', () => {
    const line = path('M0 0L100 0');
    const outline = fineOutline(parsePathData('M0 0L10 0L10 1L0 1Z'), Infinity, 0.01);
    const out = new Float64Array(outline.points.length);
    bendOutline(outline, line, 20, 1.5, -1, out);
    expect(out[2]).toBe(35);
    expect(Math.abs(out[3])).toBe(0);
    expect(Math.min(...out.filter((_, i) => i % 2 === 1))).toBe(-1);
  });

  it('keeps rings apart, holes among them', () => {
    const outline = fineOutline(parsePathData('M0 0L9 0L9 9L0 9ZM3 3L3 6L6 6L6 3Z'), Infinity, 0.01);
    expect(outline.rings).toHaveLength(3);
    expect(outline.points.length / 2).toBe(outline.rings[2]);
  });
});

describe('outlines that cross themselves', () => {
  const crossing = (data: string): ReturnType<typeof selfCrossing> =>
    selfCrossing(fineOutline(parsePathData(data), Infinity, 0.01));

  it('a bow tie crosses in its middle', () => {
    expect(crossing('M0 0L10 10L10 0L0 10Z')).toEqual({ x: 5, y: 5 });
  });

  it('what only touches, or lies within, does not', () => {
    expect(crossing('M0 0L10 0L10 10L0 10Z')).toBeNull();
    expect(crossing('M0 0L9 0L9 9L0 9ZM3 3L3 6L6 6L6 3Z')).toBeNull();
    expect(crossing('M10 0A10 10 0 0 1 -10 0A10 10 0 0 1 10 0Z')).toBeNull();
  });

  it('takes an outline of more chords than it looks at on trust', () => {
    const teeth = Array.from({ length: MOST_CROSSING_CHORDS }, (_, i) => `L${i} ${i % 2}`).join('');
    expect(crossing(`M0 -5${teeth}L0 -6Z`)).toBeNull();
  });
});
