import { describe, expect, it } from 'vitest';
import { checkFinite } from './finite';
import type { RelayError } from './error';

describe('the door of results', () => {
  it('lets through whatever is finite, as it is', () => {
    const result = { length: 3, none: null, words: 'NaN', pins: Float64Array.of(1, -2), list: [{ at: 0 }] };
    expect(checkFinite(result, 'The fit')).toBe(result);
  });

  it('refuses what is not, and says where it stands', () => {
    const at = (result: unknown): string | undefined => {
      try {
        checkFinite(result, 'The fit');
      } catch (error) {
        expect((error as RelayError).code).toBe('not-finite');
        return (error as RelayError).subject.field;
      }
      throw new Error('it went through');
    };
    expect(at({ row: { pins: Float64Array.of(1, NaN) } })).toBe('row.pins.1');
    expect(at({ list: [{ at: 1 }, { at: -Infinity }] })).toBe('list.1.at');
    expect(at(NaN)).toBe('the result');
    expect(at({ sizes: Float32Array.of(Infinity) })).toBe('sizes.0');
  });
});
