import { describe, expect, it } from 'vitest';
import type { Grip, Handle } from '../path-kinds';
import { handleAt } from './handle-painter';

const view = { scale: 2, x: 100, y: 100 };
const point = (index: number): Grip => ({ of: 'point', index, part: 'point' });
const wheel = (id: string, part: 'centre' | 'rim'): Grip => ({ of: 'wheel', wheel: id, part });
const handle = (grip: Grip, look: Handle['look'], x: number, y: number, radius?: number): Handle => ({
  grip,
  look,
  x,
  y,
  ...(radius === undefined ? {} : { radius }),
});

describe('which handle is under a place', () => {
  it('is found well beyond what is drawn of it, and not farther', () => {
    const handles = [handle(point(0), 'sharp', 10, 10)];
    expect(handleAt(handles, view, { x: 130, y: 80 })?.grip).toEqual(point(0));
    expect(handleAt(handles, view, { x: 132, y: 80 })).toBeNull();
  });
  it('arms come before points, points before the wheel they lie on', () => {
    const handles = [
      handle(wheel('a', 'centre'), 'wheel', 0, 0, 40),
      handle(point(0), 'flowing', 2, 0),
      handle({ of: 'point', index: 0, part: 'out' }, 'arm', 4, 0),
    ];
    expect(handleAt(handles, view, { x: 106, y: 100 })?.grip).toEqual({ of: 'point', index: 0, part: 'out' });
    expect(handleAt(handles.slice(0, 2), view, { x: 106, y: 100 })?.grip).toEqual(point(0));
    expect(handleAt(handles.slice(0, 1), view, { x: 106, y: 100 })?.grip).toEqual(wheel('a', 'centre'));
  });
  it('of several alike the nearest', () => {
    const handles = [handle(point(0), 'sharp', 0, 0), handle(point(1), 'sharp', 5, 0)];
    expect(handleAt(handles, view, { x: 107, y: 100 })?.grip).toEqual(point(1));
  });
  it('a rim is taken on its line, the wheel inside it; rims of tiny wheels are left to the wheel', () => {
    const large = [
      handle(wheel('a', 'rim'), 'rim', 0, 0, 40),
      handle(wheel('a', 'centre'), 'wheel', 0, 0, 40),
    ];
    expect(handleAt(large, view, { x: 183, y: 100 })?.grip).toEqual(wheel('a', 'rim'));
    expect(handleAt(large, view, { x: 150, y: 100 })?.grip).toEqual(wheel('a', 'centre'));
    expect(handleAt(large, view, { x: 192, y: 100 })).toBeNull();
    const tiny = [handle(wheel('b', 'rim'), 'rim', 0, 0, 5), handle(wheel('b', 'centre'), 'wheel', 0, 0, 5)];
    expect(handleAt(tiny, view, { x: 110, y: 100 })?.grip).toEqual(wheel('b', 'centre'));
  });
});
