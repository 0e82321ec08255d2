import { describe, expect, it } from 'vitest';
import type { Handle } from '../path-kinds';
import { handleAt } from './handle-painter';

const view = { scale: 2, x: 100, y: 100 };
const handle = (id: string, look: Handle['look'], x: number, y: number, radius?: number): Handle => ({
  id,
  look,
  x,
  y,
  ...(radius === undefined ? {} : { radius }),
});

describe('which handle is under a place', () => {
  it('is found well beyond what is drawn of it, and not farther', () => {
    const handles = [handle('p:0', 'sharp', 10, 10)];
    expect(handleAt(handles, view, { x: 130, y: 80 })?.id).toBe('p:0');
    expect(handleAt(handles, view, { x: 132, y: 80 })).toBeNull();
  });
  it('arms come before points, points before the wheel they lie on', () => {
    const handles = [
      handle('w:a', 'wheel', 0, 0, 40),
      handle('p:0', 'flowing', 2, 0),
      handle('o:0', 'arm', 4, 0),
    ];
    expect(handleAt(handles, view, { x: 106, y: 100 })?.id).toBe('o:0');
    expect(handleAt(handles.slice(0, 2), view, { x: 106, y: 100 })?.id).toBe('p:0');
    expect(handleAt(handles.slice(0, 1), view, { x: 106, y: 100 })?.id).toBe('w:a');
  });
  it('of several alike the nearest', () => {
    const handles = [handle('p:0', 'sharp', 0, 0), handle('p:1', 'sharp', 5, 0)];
    expect(handleAt(handles, view, { x: 107, y: 100 })?.id).toBe('p:1');
  });
  it('a rim is taken on its line, the wheel inside it; rims of tiny wheels are left to the wheel', () => {
    const wheel = [handle('r:a', 'rim', 0, 0, 40), handle('w:a', 'wheel', 0, 0, 40)];
    expect(handleAt(wheel, view, { x: 183, y: 100 })?.id).toBe('r:a');
    expect(handleAt(wheel, view, { x: 150, y: 100 })?.id).toBe('w:a');
    expect(handleAt(wheel, view, { x: 192, y: 100 })).toBeNull();
    const tiny = [handle('r:b', 'rim', 0, 0, 5), handle('w:b', 'wheel', 0, 0, 5)];
    expect(handleAt(tiny, view, { x: 110, y: 100 })?.id).toBe('w:b');
  });
});
