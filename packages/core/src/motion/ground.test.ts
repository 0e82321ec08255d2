import { describe, expect, it } from 'vitest';
import { DEFAULT_REQUEST, fitRow, type FitSource } from '../fit';
import { parsePathData } from '../path';
import { bendAlong, chordalRatio, chordalSpeed, drivenBy, groundStrand } from './index';

const track = (low: number): FitSource => ({
  kind: 'route',
  closed: true,
  wheels: [
    { id: 'tail', x: 0, y: 0, turn: 'ccw', size: { by: 'radius', radius: 40 } },
    { id: 'road', x: 200, y: low, turn: 'ccw', size: { by: 'radius', radius: 40 } },
    { id: 'nose', x: 400, y: 0, turn: 'ccw', size: { by: 'radius', radius: 40 } },
    { id: 'return', x: 200, y: 20, turn: 'ccw', size: { by: 'radius', radius: 40 } },
  ],
});
const stiff = fitRow(track(0), { ...DEFAULT_REQUEST, pitch: 30 });

describe('the strand on the ground', () => {
  it('is the lowest straight one, and runs as the row does', () => {
    const strand = groundStrand(stiff)!;
    expect(strand.y).toBeCloseTo(-40, 6);
    expect([strand.dx, strand.dy].map((v) => Math.round(v * 1e9) / 1e9)).toEqual([1, 0]);
  });

  it('the body drives by one chord for each link, steadily over whole cycles', () => {
    const strand = groundStrand(stiff)!;
    const one = drivenBy(stiff, strand, 1);
    expect(one).toBeCloseTo(stiff.effectivePitch!, 1);
    expect(drivenBy(stiff, strand, 25)).toBeCloseTo(25 * one, 9);
    expect(drivenBy(stiff, strand, -3)).toBeCloseTo(-3 * one, 9);
    expect(drivenBy(stiff, strand, 0)).toBe(0);
    // Between whole links it goes on without a step back.
    let before = 0;
    for (let t = 0.05; t < 3; t += 0.05) {
      const now = drivenBy(stiff, strand, t);
      expect(now).toBeGreaterThan(before);
      before = now;
    }
  });

  it('bending pieces drive by the length of the path a lap', () => {
    const belt = fitRow(track(0), { ...DEFAULT_REQUEST, pitch: 30, pieces: 'bending' });
    expect(drivenBy(belt, groundStrand(belt)!, belt.count)).toBeCloseTo(belt.layout.path.length, 6);
  });

  it('an open row has none', () => {
    const line: FitSource = { kind: 'contour', contour: parsePathData('M0 0H300')[0] };
    expect(groundStrand(fitRow(line, { ...DEFAULT_REQUEST, pitch: 30 }))).toBeNull();
  });
});

describe('chordal action', () => {
  it('least over greatest is cos(π / z) (Shigley, roller chain), once in every pitch', () => {
    for (const teeth of [7, 9, 17, 38]) {
      const speeds = Array.from({ length: 101 }, (_, i) => chordalSpeed(teeth, i / 100));
      expect(Math.min(...speeds)).toBeCloseTo(Math.cos(Math.PI / teeth), 12);
      expect(Math.max(...speeds)).toBe(1);
      expect(chordalSpeed(teeth, 5.3)).toBeCloseTo(chordalSpeed(teeth, 0.3), 12);
    }
    // The known figures: 11 teeth vary by 4.1 %, 17 by 1.7 %.
    expect(1 - chordalRatio(11)).toBeCloseTo(0.041, 3);
    expect(1 - chordalRatio(17)).toBeCloseTo(0.017, 3);
  });
});

describe('the bend along a path', () => {
  it('is nothing on a straight, and 2 asin(c / 2R) on a wheel', () => {
    const { s, turn } = bendAlong(stiff.row);
    expect(s.length).toBeGreaterThan(100);
    expect(Math.min(...turn)).toBeLessThan(1e-6);
    // At both ends of a wrap a link lies half on the straight, so no pin turns by more than on the wheel.
    expect(Math.max(...turn)).toBeCloseTo(2 * Math.asin(stiff.effectivePitch! / 80), 2);
    expect([...s]).toEqual([...s].sort((a, b) => a - b));
  });
});
