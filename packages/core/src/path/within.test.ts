import { describe, expect, it } from 'vitest';
import { withinPath } from './within';

describe('a place within the length of a path', () => {
  it('round a loop it comes again every lap', () => {
    const loop = { length: 100, closed: true };
    expect([-30, 0, 99, 100, 250].map((s) => withinPath(loop, s))).toEqual([70, 0, 99, 0, 50]);
  });

  it('of an open path it ends at its ends: the last place is not the first', () => {
    const line = { length: 100, closed: false };
    expect([-30, 0, 100, 100 + 1e-9, 250].map((s) => withinPath(line, s))).toEqual([0, 0, 100, 100, 100]);
  });
});
