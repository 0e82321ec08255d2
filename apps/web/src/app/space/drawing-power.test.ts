import { describe, expect, it } from 'vitest';
import { trianglesFor } from './drawing-power';

describe('how much may stand in space', () => {
  it('is what is drawn in six tenths of a second, within limits', () => {
    expect(trianglesFor(20_000, 0.01)).toBeCloseTo(1_200_000);
    // No machine is so slow, or so fast, that it is more or less than this.
    expect(trianglesFor(20_000, 3)).toBe(300_000);
    expect(trianglesFor(20_000, 0)).toBe(3_000_000);
  });
});
