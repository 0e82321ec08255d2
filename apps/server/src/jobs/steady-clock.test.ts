import { describe, expect, it } from 'vitest';
import { steadyClock } from './steady-clock';

describe('a steady clock', () => {
  it('goes on where the machine’s does not, and follows it where that is ahead', () => {
    const times = [1_000, 1_000, 999, 5_000];
    const clock = steadyClock(() => times.shift() ?? 5_000);
    const read = Array.from({ length: 5 }, () => Date.parse(clock()));
    expect(read).toEqual([1_000, 1_001, 1_002, 5_000, 5_001]);
  });
});
