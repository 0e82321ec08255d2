import { describe, expect, it } from 'vitest';
import { notePlace } from './note-place';

const ROOM = { width: 900, height: 500 };
const NOTE = { width: 292, height: 104, gap: 24 };
const wheel = (x: number, y: number) => ({ x, y, radius: 40 });

describe('where a note stands', () => {
  it('is under what it speaks of where that is free', () => {
    expect(notePlace(ROOM, NOTE, wheel(450, 200), [])).toEqual({ x: 304, y: 264 });
  });
  it('is over it, then beside it, where a row runs below', () => {
    const below = { x: 450, y: 300 };
    expect(notePlace(ROOM, NOTE, wheel(450, 200), [below])).toEqual({ x: 304, y: 32 });
    const above = { x: 450, y: 80 };
    expect(notePlace(ROOM, NOTE, wheel(450, 200), [below, above])).toEqual({ x: 514, y: 148 });
  });
  it('is in a corner where rows run all round the wheel', () => {
    const ring = Array.from({ length: 60 }, (_, i) => ({
      x: 450 + 80 * Math.cos((i * Math.PI) / 30),
      y: 200 + 80 * Math.sin((i * Math.PI) / 30),
    }));
    expect(notePlace(ROOM, NOTE, wheel(450, 200), ring)).toEqual({ x: 600, y: 8 });
  });
  it('keeps within the drawing, and hides the least where something has to be hidden', () => {
    const all = Array.from({ length: 90 * 50 }, (_, i) => ({ x: (i % 90) * 10, y: Math.floor(i / 90) * 10 }));
    const free = all.filter(({ x, y }) => x > 320 || y < 380);
    expect(notePlace(ROOM, NOTE, wheel(890, 490), all).x).toBeLessThanOrEqual(600);
    expect(notePlace(ROOM, NOTE, wheel(890, 490), free)).toEqual({ x: 8, y: 388 });
  });
});
