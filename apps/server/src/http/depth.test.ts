import { describe, expect, it } from 'vitest';
import { checkDepth, MOST_DEPTH } from './depth';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const nested = (depth: number): string => '['.repeat(depth) + ']'.repeat(depth);

describe('how deep a body may be', () => {
  it('as deep as is stated, and no deeper', () => {
    expect(() => checkDepth(bytes(nested(MOST_DEPTH)))).not.toThrow();
    expect(() => checkDepth(bytes(nested(MOST_DEPTH + 1)))).toThrow(/nested over 64 deep/);
    expect(() => checkDepth(bytes('{"a":'.repeat(MOST_DEPTH + 1)))).toThrow(/nested over 64 deep/);
  });

  it('brackets in texts count for nothing, also behind escapes', () => {
    const texts = ['[{'.repeat(500), '\\"[['.repeat(500), 'ü['];
    expect(() => checkDepth(bytes(JSON.stringify(texts)))).not.toThrow();
  });

  it('what lies side by side is not deep', () => {
    expect(() => checkDepth(bytes(`[${'[],{},'.repeat(10_000)}[]]`))).not.toThrow();
  });

  it('what is far too deep is not read to its end', () => {
    // Twelve million brackets: the 65th is where it stops, so that the rest need not even be there.
    const body = new Uint8Array(12_000_000).fill('['.charCodeAt(0));
    let read = 0;
    const counted = new Proxy(body, {
      get: (target, key) => {
        if (typeof key === 'string' && /^\d+$/.test(key)) read++;
        return Reflect.get(target, key) as unknown;
      },
    });
    expect(() => checkDepth(counted)).toThrow(/deep/);
    expect(read).toBe(MOST_DEPTH + 1);
  });
});
