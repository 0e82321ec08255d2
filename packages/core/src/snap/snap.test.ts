import { describe, expect, it } from 'vitest';
import { measurePath, nearestOnPath, parsePathData } from '../path';
import { snapPoint, type SnapGround, type SnapRules } from './index';

const rules: SnapRules = { points: true, tangents: true, angle: Math.PI / 12, grid: 5 };
const none: SnapRules = { points: false, tangents: false, angle: null, grid: null };
const ground: SnapGround = {
  points: [{ x: 50, y: 20 }],
  wheels: [{ x: 100, y: 0, radius: 30 }],
  from: { x: 0, y: 0 },
  reach: 3,
};

describe('snapping', () => {
  it('a point wins over everything else', () => {
    expect(snapPoint({ x: 51, y: 21 }, rules, ground)).toEqual({ x: 50, y: 20, to: 'point' });
  });
  it('the contact of a tangent: as far from the start as from the centre, by Pythagoras', () => {
    const long = Math.sqrt(100 * 100 - 30 * 30);
    const at = { x: (long * long) / 100, y: -(long * 30) / 100 };
    const found = snapPoint({ x: at.x + 1, y: at.y - 1 }, rules, ground);
    expect(found.to).toBe('tangent');
    expect(found.x).toBeCloseTo(at.x, 9);
    expect(found.y).toBeCloseTo(at.y, 9);
  });
  it('steps of an angle from the point before, whole grid steps along it', () => {
    const found = snapPoint({ x: 30, y: 31 }, rules, ground);
    expect(found.to).toBe('angle');
    expect(found.x).toBeCloseTo(found.y, 9);
    expect(Math.hypot(found.x, found.y)).toBeCloseTo(45, 9);
  });
  it('the grid takes what nothing else takes', () => {
    expect(snapPoint({ x: 41.9, y: 63.2 }, { ...rules, angle: null }, ground)).toEqual({
      x: 40,
      y: 65,
      to: 'grid',
    });
    expect(snapPoint({ x: 41.9, y: 63.2 }, none, ground)).toEqual({ x: 41.9, y: 63.2, to: null });
  });
  it('without a point before there are no angles and no tangents', () => {
    expect(snapPoint({ x: 91, y: -28 }, { ...rules, grid: null }, { ...ground, from: null }).to).toBeNull();
  });
});

describe('the nearest place of a path', () => {
  const path = measurePath(parsePathData('M0 0H100C160 0 160 90 100 90H0Z')[0]);
  it('on a straight piece, at a corner, round the closing place', () => {
    expect(nearestOnPath(path, { x: 30, y: -7 })).toEqual({
      s: expect.closeTo(30, 6),
      distance: expect.closeTo(7, 9),
    });
    const corner = nearestOnPath(path, { x: -3, y: -4 });
    expect(corner.distance).toBeCloseTo(5, 6);
    expect(Math.min(corner.s, path.length - corner.s)).toBeCloseTo(0, 4);
  });
  it('on a curve no sample of it is nearer', () => {
    const { distance } = nearestOnPath(path, { x: 170, y: 45 });
    expect(distance).toBeCloseTo(170 - 145, 6);
  });
  it('on an open path its ends are the last places', () => {
    const open = measurePath(parsePathData('M0 0H100')[0]);
    expect(nearestOnPath(open, { x: 130, y: 40 })).toEqual({
      s: expect.closeTo(100, 9),
      distance: expect.closeTo(50, 9),
    });
  });
});
