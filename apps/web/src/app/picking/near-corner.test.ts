import { measurePath, parsePathData, type MeasuredPath } from '@coin-relay/core';
import { describe, expect, it } from 'vitest';
import { nearCorner } from './near-corner';

const path = (data: string): MeasuredPath => measurePath(parsePathData(data)[0]);
const square = path('M0 0H100V70H0Z');

describe('a place that is marked', () => {
  it('jumps to a corner within reach, also over the closing place', () => {
    expect(nearCorner(square, 96.3, 5)).toBe(100);
    expect(nearCorner(square, 104.9, 5)).toBe(100);
    expect(nearCorner(square, 338, 5)).toBe(0);
  });

  it('to the nearer of two', () => {
    expect(nearCorner(path('M0 0H100V4H200'), 101, 10)).toBe(100);
    expect(nearCorner(path('M0 0H100V4H200'), 103, 10)).toBe(104);
  });

  it('to the ends of an open path', () => {
    const line = path('M0 0H100');
    expect(nearCorner(line, 1.7, 3)).toBe(0);
    expect(nearCorner(line, 250, 3)).toBe(100);
    expect(nearCorner(line, -20, 3)).toBe(0);
  });

  it('elsewhere it is as round a number as can be aimed at', () => {
    expect(nearCorner(square, 149.998, 5)).toBe(150);
    expect(nearCorner(square, 31.3371, 0.5)).toBeCloseTo(31.3, 12);
    expect(nearCorner(square, 31.3371, 0.05)).toBeCloseTo(31.34, 12);
    expect(nearCorner(path('M0 0H100.4'), 92.6, 5)).toBe(93);
  });
});
